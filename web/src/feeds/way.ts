/** In place of a path: other programs send it. */
export const pushed = 'pushed';

export const isWeb = (path: string): boolean => /^https?:\/\//i.test(path);
