import { VisuallyHidden } from '@mantine/core';
import { IconPencil } from '@tabler/icons-react';
import classes from './Here.module.css';
import { hueOf, initialsOf, type Here as Person } from './presence';
import { useHereIn } from './usePresence';

type Props = {
  readonly people: readonly Person[];
  /** The name of a section. */
  readonly nameOf: (section: string) => string | undefined;
};

/** Who else looks at the same song or set, where they are, and whether they type. */
export const Here = ({ people, nameOf }: Props) =>
  people.length > 0 && (
    <ul className={classes.people} aria-label="Also here">
      {people.map((person) => {
        const place = person.place === null ? undefined : nameOf(person.place);
        return (
          <li key={person.member} title={words(person, place)}>
            <Mark person={person} />
            <VisuallyHidden>{words(person, place)}</VisuallyHidden>
          </li>
        );
      })}
    </ul>
  );

const words = ({ name, typing }: Person, place: string | undefined): string =>
  [name, place && `at ${place}`, typing && 'typing'].filter(Boolean).join(', ');

/** Who is at one section, beside its name. */
export const HereIn = ({ section }: { readonly section: string }) => {
  const people = useHereIn(section);
  return people.map((person) => (
    <span key={person.member} className={classes.in} title={words(person, undefined)}>
      <Mark person={person} />
    </span>
  ));
};

const Mark = ({ person }: { readonly person: Person }) => (
  <span
    className={classes.mark}
    data-typing={person.typing}
    style={{ borderColor: `oklch(0.6 0.16 ${hueOf(person.member)})` }}
    aria-hidden="true"
  >
    {person.typing ? <IconPencil size={13} /> : initialsOf(person.name)}
  </span>
);
