import type { ClickSettings, ClickSound, FullClickSettings } from '@/core/music/click';
import { PutBack, type Say } from './Fields';
import { PickOne } from './PickOne';
import { type KINDS, LEVELS, SIDES, SOUNDS } from './words';

type Props = {
  /** The voice has no sound to choose. */
  readonly field: (typeof KINDS)[number][0] | 'atSpeech';
  readonly words: string;
  readonly said: ClickSettings;
  readonly inherited: FullClickSettings;
  readonly onSay: Say;
};

/** One kind of click: its sound, its level, its side. */
export const ClickSoundRow = ({ field, words, said, inherited, onSay }: Props) => {
  const own = said[field];
  const now: Partial<ClickSound> & Pick<ClickSound, 'level' | 'pan'> = own ?? inherited[field];
  const change = (part: Partial<ClickSound>) => onSay(field, { ...now, ...part } as ClickSound);
  return (
    <tr data-said={own !== null}>
      <th scope="row">{words}</th>
      <td>
        {now.sound && (
          <PickOne<ClickSound['sound']>
            label={`${words}: sound`}
            value={own && now.sound}
            inherited={now.sound}
            choices={SOUNDS}
            onPick={(sound) => change({ ...(sound && { sound }) })}
          />
        )}
      </td>
      <td>
        <PickOne
          label={`${words}: level`}
          value={own?.level ?? null}
          inherited={now.level}
          choices={LEVELS}
          onPick={(level) => change({ level: level ?? now.level })}
        />
      </td>
      <td>
        <PickOne
          label={`${words}: side`}
          value={own?.pan ?? null}
          inherited={now.pan}
          choices={SIDES}
          onPick={(pan) => change({ pan: pan ?? now.pan })}
        />
      </td>
      <td>
        <PutBack label={words} shown={own !== null} onPut={() => onSay(field, null)} />
      </td>
    </tr>
  );
};
