import { Button, UnstyledButton } from '@mantine/core';
import type { Remark } from '@/core/advice/judgement';
import { usePractise } from '../practice/usePractise';
import type { LiveRemarks } from '../useRemarks';
import classes from './SongPanel.module.css';

type Props = { readonly remarks: LiveRemarks; readonly mayEdit: boolean };

/** What there is to look at: each a sentence with its place, a way to fix it, a way to dismiss it. */
export const Remarks = ({ remarks, mayEdit }: Props) => (
  <section>
    <h2>To look at</h2>
    {remarks.list.length === 0 && <p className={classes.quiet}>Nothing stands out.</p>}
    <ul className={classes.remarks}>
      {remarks.list.slice(0, MOST).map((remark) => (
        <li key={remark.id} data-current={remark === remarks.current}>
          <UnstyledButton className={classes.sentence} onClick={() => remarks.jump(remark)}>
            {remark.sentence}
          </UnstyledButton>
          <span className={classes.tools}>
            <PractiseRemark remark={remark} />
            {mayEdit && <RemarkTools remark={remark} remarks={remarks} />}
          </span>
        </li>
      ))}
    </ul>
    {remarks.list.length > MOST && (
      <p className={classes.quiet}>and {remarks.list.length - MOST} more</p>
    )}
  </section>
);

const MOST = 40;

/** Fix it, where there is an obvious way, or dismiss it for good. */
export const RemarkTools = ({
  remark,
  remarks,
}: {
  readonly remark: Remark;
  readonly remarks: LiveRemarks;
}) => (
  <>
    {remark.fix && (
      <Button variant="subtle" size="compact-sm" title="M" onClick={() => remarks.fix(remark)}>
        {remark.fix.label}
      </Button>
    )}
    <Button variant="subtle" size="compact-sm" title="W" onClick={() => remarks.dismiss(remark)}>
      Dismiss
    </Button>
  </>
);

/** The bar that a remark speaks of, to be practised with those around it. */
const PractiseRemark = ({ remark: { bar } }: { readonly remark: Remark }) => {
  const practise = usePractise();
  return (
    bar !== undefined && (
      <Button
        variant="subtle"
        size="compact-sm"
        onClick={() => practise({ bars: { first: bar, last: bar } })}
      >
        Practise
      </Button>
    )
  );
};
