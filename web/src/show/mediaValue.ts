/** A picture field's value: the stored file, and how much of it is seen. The format is the core's (`MediaChoice`). */
export interface MediaValue {
  asset: string;
  /** Undefined = as the template says. */
  fit?: 'cover' | 'contain';
  /** Shares of width and height, 0 to 1. */
  focus: [x: number, y: number];
  zoom: number;
  /** Undefined = as the template says. */
  cut?: 'round' | 'square';
}

export function readMedia(value: string): MediaValue | null {
  const [asset, ...settings] = value.split(';').map((part) => part.trim());
  if (!asset) return null;
  const said = new Map(settings.map((setting) => setting.split('=', 2) as [string, string]));
  const [x, y] = (said.get('focus') ?? '').split(',').map(Number);
  return {
    asset,
    fit: said.get('fit') as MediaValue['fit'],
    focus: x === undefined || y === undefined || Number.isNaN(x + y) ? [0.5, 0.5] : [x, y],
    zoom: Number(said.get('zoom')) || 1,
    cut: said.get('cut') as MediaValue['cut'],
  };
}

/** The words of a field without what says how much of a picture is seen. */
export const sourceOf = (kind: string, words: string): string =>
  kind === 'picture' ? (readMedia(words)?.asset ?? '') : words;

export function writeMedia({ asset, fit, focus, zoom, cut }: MediaValue): string {
  const middle = focus[0] === 0.5 && focus[1] === 0.5;
  const settings = [
    fit && `fit=${fit}`,
    !middle && `focus=${focus.map((share) => share.toFixed(2)).join(',')}`,
    zoom !== 1 && `zoom=${zoom}`,
    cut && `cut=${cut}`,
  ];
  return [asset, ...settings.filter(Boolean)].join(';');
}

/** What a stored file shows, by the ending of its id. */
export function kindOf(asset: string): 'still' | 'video' | 'animation' | 'font' | 'sound' {
  const ending = asset.slice(asset.lastIndexOf('.'));
  if (ending === '.webm' || ending === '.mp4') return 'video';
  if (ending === '.json') return 'animation';
  if (['.wav', '.mp3', '.ogg', '.flac'].includes(ending)) return 'sound';
  return ending === '.ttf' || ending === '.otf' ? 'font' : 'still';
}
