import { Button, Group, List, Text } from '@mantine/core';
import { runSchema, runWords } from '@/core/practice/log';
import { barsWords } from '@/core/practice/rounds';
import classes from './Practice.module.css';
import type { usePracticeLog } from './usePracticeLog';

const WHEN = new Intl.DateTimeFormat('en-GB', {
  weekday: 'short',
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
});

/** What one has practised of the song, the last first. */
export const Log = ({ runs, keep, remove }: ReturnType<typeof usePracticeLog>) =>
  runs.length > 0 && (
    <section>
      <Text fw={600}>What you have practised</Text>
      <Text size="sm" className={classes.quiet}>
        Nobody else sees it.
      </Text>
      <List listStyleType="none">
        {runs.map((run) => (
          <List.Item key={run.id}>
            <Group gap={8} py={3}>
              <Text>
                {WHEN.format(new Date(run.at))}, {run.passage}, {barsWords(run)}: {runWords(run)}
                {!run.isKept && '. Not kept yet: the server does not answer.'}
              </Text>
              {!run.isKept && (
                <Button
                  size="compact-sm"
                  variant="default"
                  onClick={() => void keep(runSchema.parse(run))}
                >
                  Keep it
                </Button>
              )}
              <Button size="compact-sm" variant="default" onClick={() => void remove(run)}>
                Forget it
              </Button>
            </Group>
          </List.Item>
        ))}
      </List>
    </section>
  );
