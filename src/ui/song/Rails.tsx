import classes from './SectionTable.module.css';

/** A line at the left for each repeat that a row stands in, so that the eye sees what repeats. */
export const Rails = ({ depth }: { readonly depth: number }) =>
  Array.from({ length: depth }, (_, level) => (
    // biome-ignore lint/suspicious/noArrayIndexKey: rails are alike
    <span key={level} className={classes.rail} aria-hidden="true" />
  ));
