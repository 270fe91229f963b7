import { RefreshCw } from 'lucide-react';
import { Button } from './Button';
import { CopyButton } from './CopyButton';

interface Props {
  /** Null until it is known. */
  secret: string | null;
  address: string;
  /** A whole command, with the key in it. */
  command(secret: string): string;
  onRenew(): Promise<void>;
}

/** What a program needs that sends something: copied, and never shown, for the screen may be shared; and another key. */
export function DoorButtons({ secret, address, command, onRenew }: Props) {
  return (
    <>
      {secret && (
        <>
          <CopyButton name="Address" text={address} said="The address is copied." />
          <CopyButton
            name="Key"
            text={secret}
            said="The key is copied. A program sends it as “Authorization: Bearer …”."
          />
          <CopyButton
            name="As a command"
            text={command(secret)}
            said="A whole command is copied, with the key in it."
          />
        </>
      )}
      <Button
        kind="bare"
        className="px-2!"
        aria-label="Make a new key"
        title="Make a new key"
        onClick={() => void onRenew()}
      >
        <RefreshCw aria-hidden size={14} />
      </Button>
    </>
  );
}
