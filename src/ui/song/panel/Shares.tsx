import { UnstyledButton } from '@mantine/core';
import type { Share } from '@/core/advice/judgement';
import { clock } from '@/core/music/time';
import { usePractise } from '../practice/usePractise';
import classes from './SongPanel.module.css';

/** How much of the song each part is: what to learn first, and the way to practise it. */
export const Shares = ({ shares }: { readonly shares: readonly Share[] }) => {
  const practise = usePractise();
  return (
    <section>
      <h2>Learn first</h2>
      {shares.length === 0 && <p className={classes.quiet}>Once there are sections.</p>}
      <table className={classes.shares}>
        <tbody>
          {shares.slice(0, 8).map(({ name, part, bars, seconds, share, first }) => (
            <tr key={part ?? name}>
              <td className="name">
                <UnstyledButton
                  className={classes.practise}
                  title={`Practise ${name}`}
                  onClick={() => practise({ bars: { first, last: first + FIRST_BARS - 1 } })}
                >
                  {name}
                </UnstyledButton>
              </td>
              <td>
                <span
                  className={classes.share}
                  style={{ width: `${Math.max(2, share * 100)}%` }}
                  aria-hidden="true"
                />
              </td>
              <td>{bars} bars</td>
              <td>{clock(seconds)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
};

/** A groove is practised over its first bars. */
const FIRST_BARS = 4;
