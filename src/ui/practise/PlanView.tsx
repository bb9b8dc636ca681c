'use client';

import { Anchor, Button, Checkbox, Table, Text } from '@mantine/core';
import { IconCheck, IconPlayerPlayFilled } from '@tabler/icons-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { plural } from '@/core/base/words';
import type { ByHand } from '@/core/practice/log';
import {
  type Day,
  itemWords,
  notReady,
  type Plan,
  type PlanItem,
  type PlannedDay,
  type PlanSettings,
  temposWords,
} from '@/core/practice/plan';
import { useCommands } from '../shared/commands';
import { Figure } from '../shared/Figure';
import { newId } from '../shared/newId';
import { practiseHref } from '../song/practice/asked';
import { dateWords } from './days';
import classes from './Practise.module.css';

type Props = {
  readonly band: string;
  readonly plan: Plan;
  readonly settings: PlanSettings;
  readonly onSettings: (next: Partial<PlanSettings>) => void;
  /** The day of the gig. */
  readonly on: Day;
  readonly today: Day;
  readonly titleOf: (arrangement: string) => string;
  readonly onDone: (said: ByHand) => Promise<string | undefined>;
  readonly hasSongs: boolean;
};

/** So many of what will not be ready are told at once. */
const MOST_TOLD = 4;

/** Today, one thing at a time; then the days until the gig, and what will not be ready. */
export const PlanView = (props: Props) => {
  const { band, plan, on, titleOf, onDone, hasSongs } = props;
  const [first] = plan.days;
  const [next, ...rest] = first?.items ?? [];
  const late = notReady(plan.outlook, on);
  const minutes = plan.days.reduce((sum, day) => sum + day.minutes, 0);
  const [problem, setProblem] = useState('');
  const done = async (item: PlanItem) => {
    const refused = await onDone({
      id: newId(),
      kind: 'by-hand',
      words: itemWords(item, item.song ? titleOf(item.song) : ''),
      song: item.song ?? null,
      minutes: item.minutes,
      at: new Date().toISOString(),
    });
    setProblem(refused ?? '');
  };
  if (!hasSongs)
    return <Text>There are no songs in its sets yet: put them in, and the plan is made.</Text>;
  return (
    <div className={classes.plan}>
      <section aria-label="Today">
        {next ? (
          <Next item={next} band={band} titleOf={titleOf} onDone={() => void done(next)} />
        ) : (
          <Text fz="lg">{nothingWords(props)}</Text>
        )}
        {problem && <Text role="alert">Not logged: {problem}</Text>}
        {rest.length > 0 && (
          <ol className={classes.rest}>
            {rest.map((item, at) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a day may hold the same thing twice
              <li key={at}>
                <span className={classes.minutes}>{item.minutes} min</span>
                <span>
                  <Title item={item} band={band} titleOf={titleOf} />{' '}
                  <span className={classes.quiet}>{item.why}</span>
                </span>
              </li>
            ))}
          </ol>
        )}
      </section>
      {late.length > 0 && (
        <section aria-label="What will not be ready">
          <Text fw={600}>What will not be ready</Text>
          <ul className={classes.late}>
            {late.slice(0, MOST_TOLD).map(({ goal, sentence }) => (
              <li key={`${goal.song} ${goal.key}`}>
                {sentence}{' '}
                <Anchor
                  component={Link}
                  underline="always"
                  href={`/${band}/songs/${goal.song}/kit${goal.pattern ? `#${goal.pattern}` : ''}`}
                >
                  Easier versions
                </Anchor>
              </li>
            ))}
          </ul>
          {late.length > MOST_TOLD && (
            <Text className={classes.quiet}>
              And {late.length - MOST_TOLD} more, under “How far the songs are”.
            </Text>
          )}
        </section>
      )}
      {plan.days.length > 0 && (
        <section aria-label="The days">
          <Text fw={600}>
            {plural(plan.days.length, 'day')}, {minutes} minutes
          </Text>
          <Table verticalSpacing={6} className={classes.days}>
            <Table.Thead>
              <Table.Tr>
                <Table.Th>Day</Table.Th>
                <Table.Th>Minutes</Table.Th>
                <Table.Th>Kit</Table.Th>
                <Table.Th>What</Table.Th>
              </Table.Tr>
            </Table.Thead>
            <Table.Tbody>
              {plan.days.map((day) => (
                <DayRow key={day.day} {...props} day={day} />
              ))}
            </Table.Tbody>
          </Table>
        </section>
      )}
      <Text size="sm" className={classes.quiet}>
        Made anew from your log each time. Stop where it hurts: long fast practice harms wrists,
        elbows and backs, and a medical professional knows more than a plan. More under{' '}
        <Anchor component={Link} underline="always" href={`/${band}/guide#care`}>
          ears and arms
        </Anchor>
        .
      </Text>
    </div>
  );
};

const nothingWords = ({ plan, on, today }: Props): string => {
  if (on === today) return 'It is today. Warm up softly, play the first song through, and rest.';
  const [first] = plan.days;
  if (first && first.minutes === 0) return 'Nothing today.';
  return 'All that was planned for today is done.';
};

type NextProps = {
  readonly item: PlanItem;
  readonly band: string;
  readonly titleOf: (arrangement: string) => string;
  readonly onDone: () => void;
};

/** The next thing, large: Space begins it, Enter says that it is done. */
const Next = ({ item, band, titleOf, onDone }: NextProps) => {
  const router = useRouter();
  const href = practiseHref(band, item);
  const begin = () => (href ? router.push(href) : onDone());
  useCommands([
    { id: 'begin', label: 'Begin what is next in the plan', keys: 'Space', run: begin },
    { id: 'done', label: 'It is done: log it', keys: '1', run: onDone },
  ]);
  return (
    <div className={classes.next}>
      <span className={classes.big}>{item.minutes} min</span>
      <div>
        <Text fz={24} lh={1.2} fw={650} className="name">
          {itemWords(item, item.song ? titleOf(item.song) : '')}
          {temposWords(item) && `, ${temposWords(item)}`}
        </Text>
        <Text className={classes.quiet}>{item.why}</Text>
      </div>
      <div className={classes.actions}>
        {href && (
          <Button
            size="lg"
            component={Link}
            href={href}
            leftSection={<IconPlayerPlayFilled size={20} aria-hidden="true" />}
          >
            Begin
          </Button>
        )}
        <Button
          size="lg"
          variant={href ? 'default' : 'filled'}
          onClick={onDone}
          leftSection={<IconCheck size={20} aria-hidden="true" />}
        >
          1 Done
        </Button>
      </div>
    </div>
  );
};

const Title = ({ item, band, titleOf }: Omit<NextProps, 'onDone'>) => {
  const words = [itemWords(item, item.song ? titleOf(item.song) : ''), temposWords(item)]
    .filter(Boolean)
    .join(', ');
  const href = practiseHref(band, item);
  return href ? (
    <Anchor component={Link} underline="always" href={href} c="inherit" className="name">
      {words}
    </Anchor>
  ) : (
    words
  );
};

const DayRow = ({ day, settings, onSettings, titleOf, today }: Props & { day: PlannedDay }) => {
  const put = (next: Partial<{ minutes: number; hasKit: boolean }>) =>
    onSettings({
      days: {
        ...settings.days,
        [day.day]: { minutes: day.minutes, hasKit: day.hasKit, ...next },
      },
    });
  const name = dateWords(day.day);
  return (
    <Table.Tr>
      <Table.Th scope="row" className={classes.day}>
        {day.day === today ? 'Today' : name}
      </Table.Th>
      <Table.Td>
        <Figure
          aria-label={`Minutes on ${name}`}
          w={76}
          size="sm"
          max={600}
          allowDecimal={false}
          value={day.minutes}
          onChange={(minutes) => put({ minutes })}
        />
      </Table.Td>
      <Table.Td>
        <Checkbox
          aria-label={`A kit on ${name}`}
          checked={day.hasKit}
          onChange={({ currentTarget }) => put({ hasKit: currentTarget.checked })}
        />
      </Table.Td>
      <Table.Td className={classes.what}>{dayItemsWords(day, titleOf)}</Table.Td>
    </Table.Tr>
  );
};

/** What a day holds besides warm-up and pauses, briefly. */
const dayItemsWords = (
  { items, done, minutes }: PlannedDay,
  titleOf: (arrangement: string) => string,
): string => {
  const words = items
    .filter(({ form }) => form !== 'warm-up' && form !== 'break')
    .map((item) => {
      const { form, song, goal, minutes } = item;
      const title = song ? titleOf(song) : '';
      const what = goal ? `${title}: ${goal.name} ${temposWords(item)}` : title;
      const how = form === 'listen' ? 'hear ' : form === 'play-through' ? 'play ' : '';
      return `${how}${what}${form === 'pad' ? ' on the pad' : ''} (${minutes})`;
    });
  if (words.length > 0) return words.join(' · ');
  return minutes === 0 ? 'nothing' : done > 0 ? 'done' : 'too short for anything';
};
