import type { Schemas } from '../api/client';

export type Step = Schemas['CleanStep'];
export type StepKind = Step['step'];

/** What each step is called, and how it begins. */
export const steps: Record<StepKind, { words: string; begun: Step }> = {
  tags: { words: 'strip the tags of a web page', begun: { step: 'tags' } },
  addresses: { words: 'strip web addresses', begun: { step: 'addresses' } },
  spaces: { words: 'one space in place of many', begun: { step: 'spaces' } },
  trim: { words: 'no space at the ends', begun: { step: 'trim' } },
  upper: { words: 'capitals', begun: { step: 'upper' } },
  lower: { words: 'small letters', begun: { step: 'lower' } },
  replace: { words: 'replace', begun: { step: 'replace', what: 'this', by: '' } },
  cut: { words: 'cut to', begun: { step: 'cut', most: 40, atWord: true } },
  figures: { words: 'write numbers as in', begun: { step: 'figures', locale: 'en-GB' } },
  moment: { words: 'write dates as', begun: { step: 'moment', pattern: 'd MMMM', locale: 'en-GB' } },
};
