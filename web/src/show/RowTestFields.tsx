import type { Schemas } from '../api/client';
import { Choose } from '../ui/Choose';
import { same } from '../ui/Field';
import { comparisons, hasValue, type Comparison } from './comparisons';
import { KeptText } from './KeptText';

type RowTest = Schemas['RowTest'];

interface Props {
  label: string;
  columns: readonly string[];
  test: RowTest;
  onKeep(test: RowTest): Promise<boolean>;
}

/** A condition on one column: “count is above 3”. */
export function RowTestFields({ label, columns, test, onKeep }: Props) {
  const known = columns.includes(test.column) ? columns : [test.column, ...columns];
  const compare = (is: Comparison): void =>
    void onKeep({ column: test.column, is, value: hasValue(is) ? (test.value ?? '0') : undefined });
  return (
    <span role="group" aria-label={label} className="flex flex-wrap items-center gap-1.5">
      <Choose
        label={`${label}: column`}
        value={test.column}
        choices={same(known)}
        onChoose={(column) => void onKeep({ ...test, column })}
        className="max-w-44"
      />
      <Choose
        label={`${label}: how`}
        value={test.is}
        choices={comparisons}
        onChoose={(is) => compare(is as Comparison)}
      />
      {hasValue(test.is) && (
        <KeptText
          aria-label={`${label}: value`}
          value={test.value ?? ''}
          maxLength={400}
          isWhole={() => false}
          onKeep={(value) => onKeep({ ...test, value })}
          className="w-28!"
        />
      )}
    </span>
  );
}
