import clsx from 'clsx';
import { later } from '../ui/later';
import type { BackdropName } from './backdrops';

const OwnBackdrop = later(async () => (await import('./OwnBackdrop')).OwnBackdrop);

/** A made-up scene behind graphics, to judge whether they can be read over it. */
export function Backdrop({ name }: { name: BackdropName }) {
  return (
    <div aria-hidden className={clsx('absolute inset-0 overflow-hidden', looks[name])}>
      {name === 'garden' && (
        <div className="absolute top-[10%] left-[48%] h-[59%] w-[29%] -skew-y-[1.5deg] rounded-[2px] bg-linear-to-b from-[#fff4d6] to-[#f0d9a4] shadow-[0_0_60px_18px_#ffdf9a66]" />
      )}
      {name === 'bright window' && (
        <div className="absolute top-[8%] left-[12%] grid h-[70%] w-[48%] grid-cols-2 gap-[2%]">
          <div className="bg-white/80" />
          <div className="bg-white/80" />
        </div>
      )}
      {name === 'own' && <OwnBackdrop />}
      {name === 'busy' && (
        <div className="absolute -inset-1/2 animate-[spin_40s_linear_infinite] bg-[conic-gradient(from_30deg_at_52%_46%,#53412f,#8aa07a,#f1e3bd,#3b4a3e,#d9c79a,#a98a5f,#53412f)] motion-reduce:animate-none" />
      )}
    </div>
  );
}

const looks: Record<BackdropName, string> = {
  garden: 'bg-[radial-gradient(circle_at_62%_42%,#fff1c9_0,#e9cd92_9%,#7d6a45_20%,#27342a_42%,#101a15_80%)]',
  checks: 'bg-[repeating-conic-gradient(#57514a_0_25%,#6b645b_0_50%)] bg-size-[24px_24px]',
  'dark room': 'bg-[radial-gradient(circle_at_30%_20%,#2d2a33,#0d0c10_70%)]',
  'bright window': 'bg-linear-to-b from-[#dfe8e6] via-[#f3efe2] to-[#cfd6c4]',
  busy: 'bg-[#a98a5f]',
  own: 'bg-[#14110f]',
};
