/**
 * Mirrored writing and reading of the parts that a Standard MIDI File is made of. The reader checks
 * every length before it reads; past the end it returns nothing and remembers that it failed.
 */

export type Writer = { readonly bytes: number[] };

export const writer = (): Writer => ({ bytes: [] });

export const writeUint8 = ({ bytes }: Writer, value: number): void => {
  bytes.push(value & 0xff);
};

export const writeUint16 = (out: Writer, value: number): void => {
  writeUint8(out, value >>> 8);
  writeUint8(out, value);
};

export const writeUint24 = (out: Writer, value: number): void => {
  writeUint8(out, value >>> 16);
  writeUint16(out, value & 0xffff);
};

export const writeUint32 = (out: Writer, value: number): void => {
  writeUint16(out, value >>> 16);
  writeUint16(out, value & 0xffff);
};

/** The largest value of a variable-length quantity: 28 bits in four bytes. */
export const MOST_VARIABLE = 0x0fff_ffff;

/** Seven bits a byte, high ones first, the top bit set on all but the last. */
export const writeVariable = (out: Writer, value: number): void => {
  for (const shift of [21, 14, 7]) {
    if (value >>> shift > 0) writeUint8(out, ((value >>> shift) & 0x7f) | 0x80);
  }
  writeUint8(out, value & 0x7f);
};

export const writeBytes = (out: Writer, bytes: Iterable<number>): void => {
  for (const byte of bytes) out.bytes.push(byte);
};

export type Reader = {
  readonly bytes: Uint8Array;
  at: number;
  readonly end: number;
  failed: boolean;
};

export const reader = (bytes: Uint8Array, from = 0, end = bytes.length): Reader => ({
  bytes,
  at: from,
  end,
  failed: false,
});

const take = (input: Reader, count: number): Uint8Array => {
  if (input.failed || count < 0 || input.at + count > input.end) {
    input.failed = true;
    return new Uint8Array(0);
  }
  input.at += count;
  return input.bytes.subarray(input.at - count, input.at);
};

const big = (bytes: Uint8Array): number => bytes.reduce((sum, byte) => sum * 256 + byte, 0);

/** Without a view of its own: a file has a million of these. */
export const readUint8 = (input: Reader): number => {
  if (input.failed || input.at >= input.end) {
    input.failed = true;
    return 0;
  }
  return input.bytes[input.at++]!;
};
export const readUint16 = (input: Reader): number => big(take(input, 2));
export const readUint24 = (input: Reader): number => big(take(input, 3));
export const readUint32 = (input: Reader): number => big(take(input, 4));
export const readBytes = (input: Reader, count: number): Uint8Array => take(input, count);

export const readVariable = (input: Reader): number => {
  let value = 0;
  for (let count = 0; count < 4; count++) {
    const byte = readUint8(input);
    value = value * 128 + (byte & 0x7f);
    if (byte < 0x80) return value;
  }
  input.failed = true;
  return 0;
};
