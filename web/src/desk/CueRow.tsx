import clsx from 'clsx';
import { cardName, useShow, type Graphic } from '../show/show';
import { inputLook } from '../ui/inputLook';
import { lostCard, type CueSetting } from './cueEdits';
import { Choose } from '../ui/Choose';

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
      <Choose
        label={`${graphic.name} in this step`}
        value={setting?.act ?? ''}
        choices={[
          ['', onlyThese ? 'dark with the rest' : 'left alone'],
          ...Object.entries(acts).filter(([act]) => act !== 'set' || several || dressed),
        ]}
        onChoose={(act) => onChange(act ? { act: act as CueSetting['act'] } : null)}
        className={small}
      />
      {chosen && (several || lostCard(graphic, setting)) ? (
        <Choose
          label={`Card of ${graphic.name}`}
          value={setting.card ?? ''}
          choices={[
            ['', 'the current card'],
            ...(lostCard(graphic, setting) ? [[setting.card!, 'a card that is gone'] as const] : []),
            ...graphic.cards.map(
              (card, place) => [card.id, `${place + 1} · ${cardName(show, graphic, card)}`] as const,
            ),
          ]}
          onChoose={(card) => onChange({ card: card || undefined })}
          className={small}
        />
      ) : (
        <span />
      )}
      {chosen && dressed ? (
        <Choose
          label={`Outfit of ${graphic.name}`}
          value={setting.outfit ?? '-'}
          choices={[
            ['-', 'its current outfit'],
            ['', 'all parts'],
            ...graphic.outfits.map((outfit) => [outfit.id, outfit.name] as const),
          ]}
          onChoose={(outfit) => onChange({ outfit: outfit === '-' ? undefined : outfit })}
          className={small}
        />
      ) : (
        <span />
      )}
    </li>
  );
}
