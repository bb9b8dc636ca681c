import { encode } from 'uqr';
import classes from './People.module.css';

/** A text as a QR code (ISO/IEC 18004), with the quiet border that readers need. */
export const QrCode = ({ text }: { readonly text: string }) => {
  const { size, data } = encode(text, { ecc: 'M', border: 4 });
  const squares = data.flatMap((row, y) =>
    row.flatMap((dark, x) => (dark ? [`M${x} ${y}h1v1h-1z`] : [])),
  );
  return (
    <svg
      viewBox={`0 0 ${size} ${size}`}
      className={classes.code}
      role="img"
      aria-label="The link as a code for a phone’s camera"
      shapeRendering="crispEdges"
    >
      <path d={squares.join('')} />
    </svg>
  );
};
