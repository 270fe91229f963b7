/** A property of a part, as the workshop shows it. Names, choices and ranges are the template format's. */
export type Property = { name: string; label: string } & (
  | { type: 'number'; min?: number; max?: number; step?: number; of?: number }
  | { type: 'choice'; choices: Record<string, string>; of: string }
  | { type: 'flag'; of?: boolean }
  | { type: 'paint' }
  | { type: 'extent' }
  | { type: 'sides' }
  | { type: 'spot' }
  | { type: 'field'; optional?: boolean }
  /** Another part of the template. */
  | { type: 'part' }
  | { type: 'words' }
  | { type: 'surface'; optional?: boolean }
);

const cuts = {
  brand: 'as the brand',
  square: 'square',
  round: 'round ends',
  rounded: 'rounded',
  corner: 'cut',
  slant: 'slant',
};

export const surface: Property[] = [
  { name: 'fill', label: 'Fill', type: 'paint' },
  { name: 'to', label: 'Runs to', type: 'paint' },
  { name: 'angle', label: 'Angle, °', type: 'number', min: 0, max: 360, of: 90 },
  { name: 'cut', label: 'Corners', type: 'choice', choices: cuts, of: 'brand' },
  { name: 'radius', label: 'Corner, px', type: 'number', min: 0, max: 400 },
  { name: 'lit', label: 'Main plate', type: 'flag' },
  { name: 'shadow', label: 'Shadow', type: 'flag' },
  { name: 'halo', label: 'Glow', type: 'paint' },
  { name: 'haloSize', label: 'Glow, px', type: 'number', min: 0, max: 80, of: 0 },
  { name: 'outline', label: 'Outline', type: 'paint' },
  { name: 'outlineWidth', label: 'Outline, px', type: 'number', min: 0, max: 40, of: 0 },
];

const lettering: Property[] = [
  { name: 'size', label: 'Size, px', type: 'number', min: 8, max: 600, of: 36 },
  {
    name: 'type',
    label: 'Typeface',
    type: 'choice',
    choices: { heading: 'heading', body: 'body', figures: 'figures' },
    of: 'body',
  },
  { name: 'weight', label: 'Weight', type: 'number', min: 400, max: 700, step: 100, of: 400 },
  { name: 'ink', label: 'Ink', type: 'paint' },
  { name: 'italic', label: 'Italic', type: 'flag' },
  { name: 'underline', label: 'Underline', type: 'flag' },
  { name: 'strike', label: 'Struck through', type: 'flag' },
  {
    name: 'fit',
    label: 'When too long',
    type: 'choice',
    choices: { shrink: 'shrink, wrap, cut', keep: 'wrap, then cut', grow: 'grow into the room', pages: 'turn pages' },
    of: 'shrink',
  },
  { name: 'leastSize', label: 'Smallest size, px', type: 'number', min: 8, max: 600 },
  { name: 'lines', label: 'Lines at most', type: 'number', min: 1, max: 12, of: 1 },
  {
    name: 'align',
    label: 'Alignment',
    type: 'choice',
    choices: { start: 'as the script', left: 'left', center: 'middle', right: 'right' },
    of: 'start',
  },
  {
    name: 'case',
    label: 'Letters',
    type: 'choice',
    choices: { 'as-typed': 'as typed', upper: 'capitals' },
    of: 'as-typed',
  },
  { name: 'spacing', label: 'Spacing, em', type: 'number', min: -0.1, max: 0.5, step: 0.01, of: 0 },
  { name: 'lineHeight', label: 'Line height', type: 'number', min: 1, max: 2, step: 0.05, of: 1.2 },
  { name: 'outline', label: 'Outline', type: 'paint' },
  { name: 'outlineWidth', label: 'Outline, px', type: 'number', min: 0, max: 20, of: 0 },
  { name: 'glow', label: 'Glow', type: 'paint' },
  { name: 'glowSize', label: 'Glow, px', type: 'number', min: 0, max: 60, of: 0 },
];

const aligns = { start: 'start', center: 'middle', end: 'end', between: 'spread' };

const flow: Property[] = [
  { name: 'gap', label: 'Gap, px', type: 'number', min: -500, max: 500, of: 0 },
  { name: 'padding', label: 'Padding, px', type: 'sides' },
  { name: 'along', label: 'Along', type: 'choice', choices: aligns, of: 'start' },
  { name: 'across', label: 'Across', type: 'choice', choices: aligns, of: 'start' },
  { name: 'mask', label: 'Masks what is in it', type: 'flag' },
  { name: 'soft', label: 'Soft edges, px', type: 'sides' },
  { name: 'surface', label: 'Surface', type: 'surface', optional: true },
];

const own: Record<string, Property[]> = {
  row: flow,
  column: flow,
  layers: flow,
  free: flow.filter((one) => ['mask', 'soft', 'surface'].includes(one.name)),
  text: [
    { name: 'field', label: 'Shows', type: 'field', optional: true },
    { name: 'text', label: 'Or always', type: 'words' },
    ...lettering,
  ],
  picture: [
    { name: 'field', label: 'Shows', type: 'field', optional: true },
    { name: 'logo', label: 'The logo', type: 'flag' },
    { name: 'cut', label: 'Corners', type: 'choice', choices: cuts, of: 'brand' },
    { name: 'cover', label: 'Fills its box', type: 'flag', of: true },
    { name: 'loop', label: 'Plays over and over', type: 'flag', of: true },
    { name: 'outline', label: 'Outline', type: 'paint' },
    { name: 'outlineWidth', label: 'Outline, px', type: 'number', min: 0, max: 40, of: 0 },
  ],
  meter: [
    { name: 'value', label: 'Shows', type: 'field' },
    { name: 'of', label: 'Of', type: 'field', optional: true },
    { name: 'follows', label: 'Follows the timer in', type: 'field', optional: true },
    { name: 'gone', label: 'Grows as time goes', type: 'flag' },
    { name: 'trough', label: 'Groove', type: 'surface', optional: true },
    { name: 'fill', label: 'Filled', type: 'surface', optional: true },
  ],
  list: [
    { name: 'field', label: 'Shows', type: 'field' },
    { name: 'rows', label: 'Rows at most', type: 'number', min: 1, max: 30, of: 8 },
    { name: 'gap', label: 'Gap, px', type: 'number', min: -500, max: 500, of: 0 },
  ],
  belt: [
    { name: 'field', label: 'Shows', type: 'field' },
    {
      name: 'motion',
      label: 'Motion',
      type: 'choice',
      choices: { crawl: 'crawl sideways', flip: 'flip one by one', climb: 'climb upwards' },
      of: 'crawl',
    },
    { name: 'speed', label: 'Speed, px a second', type: 'number', min: 10, max: 2000 },
    { name: 'gap', label: 'Gap, px', type: 'number', min: 0, max: 1000 },
    { name: 'rounds', label: 'Passes', type: 'number', min: 1, max: 1000 },
    {
      name: 'ending',
      label: 'At its end it',
      type: 'choice',
      choices: { 'runs-off': 'runs off', stops: 'stops on the last item' },
      of: 'runs-off',
    },
    { name: 'blank', label: 'Empty line, px', type: 'number', min: 0, max: 1000, of: 40 },
    { name: 'colon', label: 'Splits a line at its colon', type: 'flag' },
    { name: 'tone', label: 'Column with its colour', type: 'number', min: 1, max: 6 },
    { name: 'soft', label: 'Soft edges, px', type: 'sides' },
  ],
  table: [
    { name: 'field', label: 'Shows', type: 'field' },
    { name: 'head', label: 'First line is the head', type: 'flag' },
    { name: 'rows', label: 'Rows at most', type: 'number', min: 1, max: 30, of: 8 },
    { name: 'gap', label: 'Between columns, px', type: 'number', min: 0, max: 500, of: 24 },
    { name: 'rowGap', label: 'Between rows, px', type: 'number', min: 0, max: 500, of: 8 },
    { name: 'stripe', label: 'Stripe', type: 'surface', optional: true },
  ],
  cell: [{ name: 'width', label: 'Width', type: 'extent' }, ...lettering],
  qr: [{ name: 'field', label: 'Says', type: 'field' }],
  mark: [{ name: 'surface', label: 'Surface', type: 'surface' }],
};

const size: Property[] = [
  { name: 'width', label: 'Width', type: 'extent' },
  { name: 'height', label: 'Height', type: 'extent' },
  { name: 'minWidth', label: 'Smallest width, px', type: 'number', min: 0, max: 4096, of: 0 },
  { name: 'maxWidth', label: 'Largest width, px', type: 'number', min: 1, max: 4096 },
];

const stance: Property[] = [
  { name: 'alpha', label: 'Opacity', type: 'number', min: 0, max: 1, step: 0.05, of: 1 },
  { name: 'turn', label: 'Turned, °', type: 'number', min: -360, max: 360, of: 0 },
  {
    name: 'flip',
    label: 'Flipped',
    type: 'choice',
    choices: { none: 'no', across: 'left and right', down: 'top and bottom', both: 'both' },
    of: 'none',
  },
  { name: 'above', label: 'Drawn over its neighbours', type: 'flag' },
  { name: 'onlyIf', label: 'Shows only if there is', type: 'field', optional: true },
  { name: 'onlyWith', label: 'Shows only with', type: 'part' },
  { name: 'onlyWithout', label: 'Shows only without', type: 'part' },
  { name: 'start', label: 'Appears after, ms', type: 'number', min: 0, max: 3600000, of: 0 },
  { name: 'end', label: 'Disappears after, ms', type: 'number', min: 0, max: 3600000 },
];

export interface Headed {
  heading: string;
  properties: Property[];
}

/** Everything that can be said of a part, under a few headings. */
export function propertiesOf(part: string, inFree: boolean): Headed[] {
  // A cell stands where its table puts it.
  if (part === 'cell') return [{ heading: 'Column', properties: own.cell! }];
  const spot: Property[] = inFree ? [{ name: 'at', label: 'Stands at, px', type: 'spot' }] : [];
  return [
    { heading: kindNames[part] ?? part, properties: own[part] ?? [] },
    { heading: 'Size', properties: [...spot, ...size] },
    { heading: 'Stance', properties: stance },
  ];
}

/** What can be said of all of these parts at once: headings and properties that each of them has. */
export function sharedOf(kinds: readonly string[], inFree: boolean): Headed[] {
  const [first, ...others] = kinds.map((kind) => propertiesOf(kind, inFree));
  if (others.length === 0) return first!;
  const has = (all: Headed[], { name, type }: Property): boolean =>
    all.some(({ properties }) => properties.some((one) => one.name === name && one.type === type));
  return first!
    .map(({ heading, properties }) => ({
      heading:
        kinds.every((kind) => kind === kinds[0]) || heading === 'Size' || heading === 'Stance'
          ? heading
          : 'All of them',
      properties: properties.filter((one) => one.name !== 'at' && others.every((all) => has(all, one))),
    }))
    .filter(({ properties }) => properties.length > 0);
}

export const kindNames: Record<string, string> = {
  row: 'Row',
  column: 'Column',
  layers: 'Layers',
  free: 'Free layer',
  text: 'Words',
  picture: 'Picture',
  meter: 'Meter',
  list: 'List',
  belt: 'Belt',
  table: 'Table',
  qr: 'QR code',
  mark: 'Mark',
  cell: 'Column',
};

/** What a saved finish takes along. */
export const finishNames = [
  'surface',
  ...lettering.map((one) => one.name).filter((name) => name !== 'leastSize'),
  'cut',
];

/** Colours of the brand, and what is worked out of them, in words. */
export const roles: [string, string][] = [
  ['plate', 'plate'],
  ['ink', 'ink'],
  ['quiet', 'quiet'],
  ['accent', 'accent'],
  ['glow', 'highlight'],
  ['alarm', 'alarm'],
  ['on-accent', 'words on accent'],
  ['on-alarm', 'words on alarm'],
  ['trough', 'groove of a meter'],
];
