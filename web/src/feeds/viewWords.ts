import type { Schemas } from '../api/client';

/** Which rows are used, in a few words. */
export function viewWords({ view }: Schemas['Feed']): string {
  const said = [
    view.countBy && `counted by ${view.countBy}`,
    view.only.length > 0 && (view.only.length === 1 ? 'some rows' : `${view.only.length} conditions`),
    view.sortBy && `by ${view.sortBy}`,
    view.most != null && `${view.most} at most`,
  ].filter(Boolean);
  return said.length > 0 ? said.join(', ') : 'all rows';
}

const rules: Record<Schemas['RowRuleKind'], string> = {
  first: 'the first row',
  last: 'the last row',
  newest: 'the newest row',
  number: 'row number',
  where: 'the row where',
  turns: 'each row in turn',
};

export const ruleChoices = Object.entries(rules) as [Schemas['RowRuleKind'], string][];
