/**
 * Why this browser cannot use a file; null when it can, or when the server should judge. Output pages are browsers too: what does
 * not show here would not show there.
 */
export async function refusalOf(file: File): Promise<string | null> {
  const name = file.name.toLowerCase();
  if (/\.(ttf|otf)$/.test(name)) return attempt(tryFont(file), `This browser refuses the typeface “${file.name}”`);
  if (/\.(png|jpe?g|webp|gif|svg)$/.test(name))
    return attempt(tryPicture(file), `The picture “${file.name}” is damaged`);
  if (/\.(webm|mp4)$/.test(name)) return attempt(tryVideo(file), `This browser cannot play “${file.name}”`);
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

async function tryVideo(file: File): Promise<void> {
  const address = URL.createObjectURL(file);
  const video = document.createElement('video');
  try {
    await new Promise<void>((resolve, reject) => {
      video.onloadeddata = () => resolve();
      video.onerror = () => reject(new Error(video.error?.message || 'its kind of video is not known'));
      video.muted = true;
      video.preload = 'auto';
      video.src = address;
    });
  } finally {
    video.removeAttribute('src');
    URL.revokeObjectURL(address);
  }
}
