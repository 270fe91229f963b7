import clsx from 'clsx';

/** Whether a graphic is on air: filled and glowing; or in standby: outlined. */
export function Lamp({ lit, standby }: { lit: boolean; standby?: boolean }) {
  return (
    <span
      aria-hidden
      className={clsx(
        'size-[0.5625rem] shrink-0 rounded-full',
        lit
          ? 'bg-[#fff3da] shadow-[0_0_0_3px_#fff3da66,0_0_14px_5px_#fff6]'
          : standby
            ? 'shadow-[inset_0_0_0_2px_var(--color-cool)]'
            : 'bg-[#554b40] shadow-[inset_0_0_0_1px_#6d6153]',
      )}
    />
  );
}
