import clsx from 'clsx';
import { cardName, useShow, type Graphic } from '../show/show';
import { inputLook } from '../ui/Field';
import { lostCard, type CueSetting } from './cueEdits';

interface Props {
  graphic: Graphic;
  setting: CueSetting | undefined;
  onlyThese: boolean;
  onChange(setting: Partial<CueSetting> | null): void;
}

const acts = { light: 'lit', dark: 'dark', set: 'as it is, but with …' };

/** What a step of a cue does with one graphic. */
export function CueRow({ graphic, setting, onlyThese, onChange }: Props) {
  const show = useShow();
  const small = clsx(inputLook, 'min-w-0 py-1!');
  const several = graphic.cards.length > 1;
  const dressed = graphic.outfits.length > 0;
  const chosen = setting && setting.act !== 'dark';
  return (
    <li
      className={clsx(
        'grid grid-cols-[1.2fr_1.2fr_1.3fr_1fr] items-center gap-2 rounded-lg px-2 py-1',
        setting ? 'bg-raised' : 'text-quiet',
      )}
    >
      <span className={clsx('truncate', setting && 'font-semibold')}>{graphic.name}</span>
      <select
        aria-label={`${graphic.name} in this step`}
        value={setting?.act ?? ''}
        onChange={(event) => onChange(event.target.value ? { act: event.target.value as CueSetting['act'] } : null)}
        className={small}
      >
        <option value="">{onlyThese ? 'dark with the rest' : 'left alone'}</option>
        {Object.entries(acts)
          .filter(([act]) => act !== 'set' || several || dressed)
          .map(([act, words]) => (
            <option key={act} value={act}>
              {words}
            </option>
          ))}
      </select>
      {chosen && (several || lostCard(graphic, setting)) ? (
        <select
          aria-label={`Card of ${graphic.name}`}
          value={setting.card ?? ''}
          onChange={(event) => onChange({ card: event.target.value || undefined })}
          className={small}
        >
          <option value="">the card that is up</option>
          {lostCard(graphic, setting) && <option value={setting.card}>a card that is gone</option>}
          {graphic.cards.map((card, place) => (
            <option key={card.id} value={card.id}>
              {place + 1} · {cardName(show, graphic, card)}
            </option>
          ))}
        </select>
      ) : (
        <span />
      )}
      {chosen && dressed ? (
        <select
          aria-label={`Outfit of ${graphic.name}`}
          value={setting.outfit ?? '-'}
          onChange={(event) => onChange({ outfit: event.target.value === '-' ? undefined : event.target.value })}
          className={small}
        >
          <option value="-">the outfit it wears</option>
          <option value="">all parts</option>
          {graphic.outfits.map((outfit) => (
            <option key={outfit.id} value={outfit.id}>
              {outfit.name}
            </option>
          ))}
        </select>
      ) : (
        <span />
      )}
    </li>
  );
}
