/**
 * Why this browser cannot use a file; null when it can, or when the server should judge. Output pages are browsers too: what does
 * not show here would not show there.
 */
export async function refusalOf(file: File): Promise<string | null> {
  const name = file.name.toLowerCase();
  if (/\.(ttf|otf)$/.test(name)) return attempt(tryFont(file), `This browser refuses the typeface “${file.name}”`);
  if (/\.(png|jpe?g|webp|gif|svg)$/.test(name))
    return attempt(tryPicture(file), `The picture “${file.name}” is damaged`);
  if (/\.(wav|mp3|ogg|flac)$/.test(name))
    return attempt(tryPlaying(file, 'audio'), `This browser cannot play “${file.name}”`);
  if (/\.(webm|mp4)$/.test(name)) return attempt(tryPlaying(file, 'video'), `This browser cannot play “${file.name}”`);
  return null;
}

async function attempt(trial: Promise<unknown>, sentence: string): Promise<string | null> {
  try {
    await trial;
    return null;
  } catch (error) {
    const why = error instanceof Error && error.message ? `: ${error.message}` : '';
    return `${sentence}${why}. Nothing was changed.`;
  }
}

async function tryFont(file: File): Promise<void> {
  await new FontFace('trial', await file.arrayBuffer()).load();
}

async function tryPicture(file: File): Promise<void> {
  const address = URL.createObjectURL(file);
  try {
    const picture = new Image();
    picture.src = address;
    await picture.decode();
  } finally {
    URL.revokeObjectURL(address);
  }
}

async function tryPlaying(file: File, by: 'audio' | 'video'): Promise<void> {
  const address = URL.createObjectURL(file);
  const media = document.createElement(by);
  try {
    await new Promise<void>((resolve, reject) => {
      media.onloadeddata = () => resolve();
      media.onerror = () => reject(new Error(media.error?.message || 'its kind is not known'));
      media.muted = true;
      media.preload = 'auto';
      media.src = address;
    });
  } finally {
    media.removeAttribute('src');
    URL.revokeObjectURL(address);
  }
}
