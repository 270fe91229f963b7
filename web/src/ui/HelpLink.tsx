import { CircleQuestionMark } from 'lucide-react';
import { Link } from 'wouter';

/** The way to the help, at the right spot. */
export function HelpLink({ about, name }: { about: string; name: string }) {
  return (
    <Link
      to={`/help/${about}`}
      aria-label={`Help: ${name}`}
      title={`Help: ${name}`}
      className="grid size-6 place-items-center rounded-full text-faint hover:bg-panel hover:text-ink"
    >
      <CircleQuestionMark aria-hidden size={15} />
    </Link>
  );
}
