import type { Share } from '@/core/advice/judgement';
import { clock } from '@/core/music/time';
import classes from './SongPanel.module.css';

/** How much of the song each part is: what to learn first. */
export const Shares = ({ shares }: { readonly shares: readonly Share[] }) => (
  <section>
    <h2>Learn first</h2>
    {shares.length === 0 && <p className={classes.quiet}>Once there are sections.</p>}
    <table className={classes.shares}>
      <tbody>
        {shares.slice(0, 8).map(({ name, part, bars, seconds, share }) => (
          <tr key={part ?? name}>
            <td className="name">{name}</td>
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
