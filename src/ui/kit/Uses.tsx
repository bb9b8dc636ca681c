'use client';

import { Button, Checkbox, NativeSelect, TextInput } from '@mantine/core';
import { useState } from 'react';
import { leadIn, type Pattern, patternBars } from '@/core/music/kit';
import { insertRecord, partsOf, setField } from '@/core/song/editing';
import { positionText, type RoadMap, sectionsOf } from '@/core/song/roadmap';
import { compile, placeInSection, writtenMeters } from '@/core/song/timeline';
import type { Edit } from '../document';
import { newId } from '../shared/newId';
import classes from './Kit.module.css';

type Props = {
  readonly map: RoadMap;
  readonly pattern: Pattern;
  readonly mayEdit: boolean;
  readonly edit: Edit;
};

/** Where a pattern is played: a groove by parts and single sections, a fill at its places. */
export const Uses = (props: Props) => (
  <section>
    <h2>Played in</h2>
    {props.pattern.kind === 'fill' ? <Places {...props} /> : <Parts {...props} />}
  </section>
);

const Parts = ({ map, pattern, mayEdit, edit }: Props) => {
  const rows = [
    ...partsOf(map).map((part) => ({ where: 'parts' as const, one: part, what: 'part' })),
    ...sectionsOf(map).map((section) => ({
      where: 'sections' as const,
      one: section,
      what: 'section',
    })),
  ];
  return (
    <ul className={classes.uses}>
      {rows.map(({ where, one, what }) => (
        <li key={one.id}>
          <Checkbox
            checked={one.groove === pattern.id}
            disabled={!mayEdit}
            onChange={({ currentTarget }) =>
              edit(setField(where, one.id, 'groove', currentTarget.checked ? pattern.id : null))
            }
            label={
              <>
                <span className="name">{one.name}</span> <em>{what}</em>
              </>
            }
          />
        </li>
      ))}
    </ul>
  );
};

const Places = ({ map, pattern, mayEdit, edit }: Props) => {
  const meters = writtenMeters(map);
  const fills = Object.values(map.fills).filter(({ section }) => map.sections[section]);
  return (
    <>
      {fills.length > 0 && (
        <ul className={classes.uses}>
          {fills.map(({ id, section, from, name, pattern: plays }) => (
            <li key={id}>
              <Checkbox
                checked={plays === pattern.id}
                disabled={!mayEdit}
                onChange={({ currentTarget }) =>
                  edit(setField('fills', id, 'pattern', currentTarget.checked ? pattern.id : null))
                }
                label={
                  <>
                    <span className="name">
                      {map.sections[section]!.name}{' '}
                      {positionText(from, meters.get(section)!(from.bar))}
                    </span>{' '}
                    <em>{name}</em>
                  </>
                }
              />
            </li>
          ))}
        </ul>
      )}
      {mayEdit && <NewPlace map={map} pattern={pattern} edit={edit} />}
    </>
  );
};

/** Puts the fill at a place; by itself it leads out of a section. */
const NewPlace = ({ map, pattern, edit }: Omit<Props, 'mayEdit'>) => {
  const sections = sectionsOf(map);
  const [chosen, setChosen] = useState('');
  const section = map.sections[chosen] ?? sections[0];
  const end = { bar: -patternBars(pattern), ticks: leadIn(pattern) as number };
  const meterAt = (section && writtenMeters(map).get(section.id)) ?? (() => map.start.meter);
  const [typed, setTyped] = useState<string>();
  const place = typed ?? positionText(end, meterAt(end.bar));
  const [problem, setProblem] = useState<string>();
  if (!section) return null;
  const put = () => {
    const from = placeInSection(place, {
      timeline: compile(map),
      section: section.id,
      meterAt,
      offset: map.start.recording,
    });
    const refused = from.ok
      ? edit(
          [
            insertRecord('fills', {
              id: newId(),
              section: section.id,
              from: from.value,
              pattern: pattern.id,
            }),
          ],
          true,
        )
      : from.problem;
    setProblem(refused?.message);
    if (!refused) setTyped(undefined);
  };
  return (
    <div className={classes.newPlace}>
      <NativeSelect
        size="xs"
        w="100%"
        label="In"
        value={section.id}
        data={sections.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={({ currentTarget }) => setChosen(currentTarget.value)}
      />
      <TextInput
        size="xs"
        w={84}
        label="from"
        value={place}
        error={problem}
        onChange={({ currentTarget }) => setTyped(currentTarget.value)}
      />
      <Button size="xs" onClick={put}>
        Place it
      </Button>
    </div>
  );
};
