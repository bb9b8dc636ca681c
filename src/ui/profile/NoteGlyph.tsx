import { type NoteValue, noteName } from '@/core/music/time';

type Props = { readonly value: NoteValue; readonly height?: number };

/** How many flags a note value has; undefined for those without a filled head. */
const FLAGS: Partial<Record<string, number>> = { quarter: 0, eighth: 1, sixteenth: 2 };

/** A note value as a small drawing, so that no font has to have it. Stands on the base line. */
export const NoteGlyph = ({ value, height = 14 }: Props) => {
  const plain = value.replace('dotted-', '');
  const flags = FLAGS[plain];
  const unit = height / 14;
  return (
    <g transform={`scale(${unit})`}>
      <ellipse
        cx={3.6}
        cy={-2.4}
        rx={3.2}
        ry={2.3}
        transform="rotate(-20 3.6 -2.4)"
        fill={flags === undefined ? 'none' : 'currentColor'}
        stroke="currentColor"
        strokeWidth={1.2}
      />
      {plain !== 'whole' && (
        <line x1={6.4} x2={6.4} y1={-3} y2={-14} stroke="currentColor" strokeWidth={1.2} />
      )}
      {Array.from({ length: flags ?? 0 }, (_, index) => (
        <path
          // biome-ignore lint/suspicious/noArrayIndexKey: flags are alike
          key={index}
          d={`M6.4 ${-14 + index * 3.4} q3.6 2 3 5.4`}
          fill="none"
          stroke="currentColor"
          strokeWidth={1.3}
        />
      ))}
      {value.startsWith('dotted-') && <circle cx={10} cy={-2} r={1.3} fill="currentColor" />}
    </g>
  );
};

/** The same, standing in a line of text. */
export const NoteIcon = ({ value, height = 14 }: Props) => (
  <svg
    width={(12 * height) / 14}
    height={height + 1}
    viewBox={`0 ${-height} ${(12 * height) / 14} ${height + 1}`}
    style={{ overflow: 'visible', verticalAlign: 'baseline' }}
    role="img"
    aria-label={noteName(value)}
  >
    <NoteGlyph value={value} height={height} />
  </svg>
);
