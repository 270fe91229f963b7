import { Tick } from '../ui/Tick';

/** Asks whether an address in the own network may be read. */
export function Consent({ agreed, onChange }: { agreed: boolean; onChange(agreed: boolean): void }) {
  return (
    <Tick checked={agreed} onChange={onChange}>
      Read it though it is in my own network
    </Tick>
  );
}
