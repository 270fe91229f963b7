import { useRef, type ReactNode } from 'react';
import { toast } from './toast';
import { Button } from './Button';
import { refusalOf } from './tryFile';

interface Props {
  id?: string;
  accept: string;
  kind?: 'plain' | 'bare';
  onPick(file: File): void;
  children: ReactNode;
}

/** A button that asks for a file. What this browser could not show is refused before it is sent. */
export function FilePick({ id, accept, kind = 'plain', onPick, children }: Props) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button kind={kind} onClick={() => input.current?.click()}>
        {children}
      </Button>
      <input
        ref={input}
        id={id}
        type="file"
        accept={accept}
        tabIndex={-1}
        hidden={!id}
        className="sr-only"
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file) void takeFile(file, onPick);
        }}
      />
    </>
  );
}

/** Hands a file on, unless this browser refuses it: then it says why. */
export async function takeFile(file: File, onPick: (file: File) => void): Promise<void> {
  const refusal = await refusalOf(file);
  if (refusal) toast.error(refusal);
  else onPick(file);
}
