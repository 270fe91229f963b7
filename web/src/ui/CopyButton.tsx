import { Copy } from 'lucide-react';
import { Button } from './Button';
import { toast } from './toast';

/** Copies a text that is not shown, or is long, and says so. */
export function CopyButton({ name, text, said }: { name: string; text: string; said: string }) {
  const copy = (): void =>
    void navigator.clipboard.writeText(text).then(
      () => toast.success(said),
      () => toast.error('The browser did not allow copying.'),
    );
  return (
    <Button kind="bare" className="px-2!" onClick={copy}>
      <Copy aria-hidden size={14} /> {name}
    </Button>
  );
}
