import { plural } from '@/core/base/words';
import { isOtherLevel, type Parting } from '@/core/listening';

/** @example partingWords({ kind: 'end', by: -4.2 }) // => 'The recording ends 4.2 s before the map does.' */
export const partingWords = (parting: Parting): string => {
  switch (parting.kind) {
    case 'offset': {
      const size = Math.abs(parting.by);
      const by = size < 1 ? `${Math.round(size * 1000)} ms` : `${size.toFixed(2)} s`;
      return size < 1
        ? `Bar 1 lies ${by} ${parting.by > 0 ? 'before' : 'after'} a beat of the recording: it was set a little off.`
        : `Bar 1 lies ${by} before the first bar that is heard: nobody has said where it is.`;
    }
    case 'length': {
      const { bar, before, beats, beatsInBar } = parting;
      const size = Math.abs(beats);
      const length =
        size % beatsInBar === 0 ? plural(size / beatsInBar, 'bar') : plural(size, 'beat');
      const reason = beats > 0 ? `${before} has ${length} too many` : `${before} lacks ${length}`;
      return `From bar ${bar} on the map is ${length} too ${beats > 0 ? 'long' : 'short'}: likely ${reason}.`;
    }
    case 'tempo': {
      const { bar, from, to, ratio, beat } = parting;
      const where =
        from === to ? `From bar ${bar} (${from})` : `From bar ${bar} (${from}) to ${to}`;
      const heard = `${(60 / beat).toFixed(1)} beats a minute`;
      if (isOtherLevel(ratio))
        return `${where} ${ratio > 1 ? 'twice' : 'half'} as many beats are heard as the map counts (${heard}): half-time or double-time, or the beat was taken otherwise.`;
      const share = `${Math.abs((ratio - 1) * 100).toFixed(1)} %`;
      return `${where} the recording is ${share} ${ratio > 1 ? 'faster' : 'slower'} than the map: ${heard}.`;
    }
    case 'end':
      return parting.by > 0
        ? `The recording goes on for ${parting.by.toFixed(1)} s after the map has ended.`
        : `The recording ends ${(-parting.by).toFixed(1)} s before the map does.`;
  }
};
