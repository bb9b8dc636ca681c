import type { PastedSection, Said } from '@/core/text/paste';

/** What a line is taken for, in words. */
export const saidInWords = ({ sections, song }: Said): string =>
  [...sections.map(sectionInWords), ...songInWords(song)].join('; ');

const sectionInWords = (section: PastedSection): string => {
  const { name, bars, times, tacet, level, timekeeper, vamp, feel, tempo, meter, ramp } = section;
  return [
    `${name} ${bars}${times && times > 1 ? ` × ${times}` : ''}`,
    feel && feel.backbeat !== 'normal' && feel.backbeat,
    feel && (feel.style || (feel.swing && 'swung')),
    level &&
      (level.from === level.to ? `level ${level.from}` : `level ${level.from} > ${level.to}`),
    timekeeper && `timekeeper ${timekeeper}`,
    tempo && `tempo ${tempo.perMinute}`,
    meter && `in ${meter.numerator}/${meter.denominator}`,
    ramp,
    tacet && 'tacet',
    vamp && `until “${vamp.cue}”`,
  ]
    .filter(Boolean)
    .join(', ');
};

const songInWords = ({ tempo, meter, countIn }: Said['song']): string[] =>
  [
    tempo && `tempo ${tempo.unit === 'quarter' ? '' : `${tempo.unit} = `}${tempo.perMinute}`,
    meter && `meter ${meter.numerator}/${meter.denominator}`,
    countIn !== undefined && `a count of ${countIn}`,
  ].flatMap((words) => words || []);
