'use client';

import { Checkbox } from '@mantine/core';
import type { Pattern } from '@/core/music/kit';
import { partsOf, setField } from '@/core/song/editing';
import { positionText, type RoadMap, sectionsOf } from '@/core/song/roadmap';
import { writtenMeters } from '@/core/song/timeline';
import type { Edit } from '../document';
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
  if (fills.length === 0)
    return (
      <p className={classes.quiet}>No fill stands in the song yet. Place one on its ruler (R).</p>
    );
  return (
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
                  {' '}
                  {map.sections[section]!.name} {positionText(
                    from,
                    meters.get(section)!(from.bar),
                  )}{' '}
                </span>{' '}
                <em>{name}</em>
              </>
            }
          />
        </li>
      ))}
    </ul>
  );
};
