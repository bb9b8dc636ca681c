import { ActionIcon, Button, Checkbox, NativeSelect } from '@mantine/core';
import { IconPlus, IconX } from '@tabler/icons-react';
import { ok, type Result } from '@/core/base/result';
import { insertRecord, partsOf, removeRecord, setField } from '@/core/song/editing';
import {
  feelText,
  levelText,
  missingPasses,
  orInherited,
  parseFeel,
  parseLevel,
  parsePasses,
  parseTempo,
  parseWhole,
  passesText,
  type RoadMap,
  type Section,
  TIMEKEEPERS,
  type Timekeeper,
  tempoText,
  type Variation,
} from '@/core/song/roadmap';
import type { Edit } from '../../document';
import { FieldsOf } from '../../document';
import { Cell } from '../../shared/Cell';
import { newId } from '../../shared/newId';
import classes from './Details.module.css';
import { GrooveSelect } from './GrooveSelect';

type Props = {
  readonly map: RoadMap;
  readonly section: Section;
  /** How often the section is played. */
  readonly of: number;
  readonly edit: Edit;
};

/** What is different on some of the passes: the second time twice as long, the last all out. */
export const Variations = ({ map, section, of, edit }: Props) => {
  const list = Object.values(map.variations)
    .filter((one) => one.section === section.id)
    .sort((a, b) => (a.id < b.id ? -1 : 1));
  const add = () =>
    edit([
      insertRecord('variations', {
        id: newId(),
        section: section.id,
        passes: { only: [of > 1 ? 2 : 1] },
      }),
    ]);
  return (
    <div className={classes.group}>
      <h3>Different on some passes</h3>
      {list.map((variation) => (
        <FieldsOf key={variation.id} record={variation.id}>
          <Fields map={map} variation={variation} of={of} edit={edit} />
        </FieldsOf>
      ))}
      <Button variant="subtle" size="compact-sm" onClick={add}>
        <IconPlus size={14} /> {list.length > 0 ? 'another' : 'add a difference'}
      </Button>
    </div>
  );
};

type FieldsProps = {
  readonly map: RoadMap;
  readonly variation: Variation;
  readonly of: number;
  readonly edit: Edit;
};

const Fields = ({ map, variation, of, edit }: FieldsProps) => {
  const unit = map.start.tempo.unit;
  const missing = missingPasses(variation.passes, of);
  const set =
    <Field extends keyof Variation & string>(
      field: Field,
      read: (text: string) => Result<Variation[Field]>,
    ) =>
    (text: string) => {
      const value = read(text);
      if (!value.ok) return value.problem;
      return edit(setField('variations', variation.id, field, value.value), true);
    };
  return (
    <div className={classes.variation}>
      <Labelled name="pass">
        <Cell
          label="Passes of the difference"
          value={passesText(variation.passes)}
          onText={set('passes', parsePasses)}
        />
      </Labelled>
      <ActionIcon
        size={26}
        aria-label="Remove the difference"
        onClick={() => edit([removeRecord('variations', variation.id)])}
      >
        <IconX size={15} />
      </ActionIcon>
      <Labelled name="bars">
        <Cell
          label="Bars on these passes"
          value={variation.bars === null ? '' : String(variation.bars)}
          placeholder="same"
          onText={set(
            'bars',
            orInherited((text) => ok(parseWhole(text))),
          )}
        />
      </Labelled>
      <Labelled name="level">
        <Cell
          label="Level on these passes"
          value={variation.level ? levelText(variation.level) : ''}
          placeholder="same"
          onText={set('level', orInherited(parseLevel))}
        />
      </Labelled>
      <Labelled name="tempo">
        <Cell
          label="Tempo on these passes"
          value={tempoText(variation.tempo, unit)}
          placeholder="same"
          onText={set('tempo', (text) => parseTempo(text, unit))}
        />
      </Labelled>
      <Labelled name="feel">
        <Cell
          label="Feel on these passes"
          value={variation.feel ? feelText(variation.feel) : ''}
          placeholder="same"
          onText={set('feel', orInherited(parseFeel))}
        />
      </Labelled>
      <Labelled name="timekeeper">
        <NativeSelect
          aria-label="Timekeeper on these passes"
          value={variation.timekeeper ?? ''}
          onChange={({ currentTarget: { value } }) =>
            edit(
              setField(
                'variations',
                variation.id,
                'timekeeper',
                (value || null) as Timekeeper | null,
              ),
            )
          }
        >
          <option value="">same</option>
          {TIMEKEEPERS.map((one) => (
            <option key={one}>{one}</option>
          ))}
        </NativeSelect>
      </Labelled>
      <Labelled name="groove">
        <GrooveSelect
          label="Groove on these passes"
          patterns={map.patterns}
          value={variation.groove}
          none="same"
          mayEdit
          onChange={(groove) => edit(setField('variations', variation.id, 'groove', groove))}
        />
      </Labelled>
      <Labelled name="part">
        <NativeSelect
          aria-label="Part on these passes"
          value={variation.part ?? ''}
          onChange={({ currentTarget: { value } }) =>
            edit(setField('variations', variation.id, 'part', value || null))
          }
        >
          <option value="">same</option>
          {partsOf(map).map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </NativeSelect>
      </Labelled>
      <Checkbox
        checked={variation.tacet === true}
        onChange={({ currentTarget }) =>
          edit(setField('variations', variation.id, 'tacet', currentTarget.checked || null))
        }
        label="drums rest"
      />
      <Checkbox
        checked={variation.click === false}
        onChange={({ currentTarget }) =>
          edit(setField('variations', variation.id, 'click', currentTarget.checked ? false : null))
        }
        label="no click"
      />
      {missing.length > 0 && (
        <p className={classes.wrong}>
          It is played {of === 1 ? 'once' : `${of} times`}; there is no pass {missing.join(', ')}.
        </p>
      )}
    </div>
  );
};

const Labelled = ({
  name,
  children,
}: {
  readonly name: string;
  readonly children: React.ReactNode;
}) => (
  <div className={classes.labelled}>
    <span aria-hidden="true">{name}</span>
    {children}
  </div>
);
