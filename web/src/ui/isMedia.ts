const shown = /\.(png|jpe?g|webp|gif|svg|webm|mp4)$/i;

/** Whether a file is a picture or a film, by its name. */
export const isMedia = (name: string): boolean => shown.test(name);
