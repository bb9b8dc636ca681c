import { MAY } from './roles';

/** Something that was done about people, roles, links or files. */
export type AuditedStep = {
  readonly id: string;
  readonly at: Date;
  readonly actor: string | null;
  readonly what: string;
  readonly subject: string | null;
  readonly detail: Readonly<Record<string, unknown>>;
};

const FORMER = 'A former member';

type Part = (step: AuditedStep) => string;

const roleWords = (role: unknown): string => MAY[String(role)]?.called ?? String(role);
const whom = ({ subject }: AuditedStep): string => subject ?? 'a former member';

/** What was done, after the name of who did it. */
const SAID: Readonly<Record<string, Part>> = {
  founded: () => 'founded the band.',
  joined: ({ detail }) =>
    `came in as ${roleWords(detail.role)}${detail.by ? `, invited by ${detail.by}` : ''}.`,
  role: (step) =>
    step.subject !== null && step.subject === step.actor
      ? `was ${roleWords(step.detail.from)} and is ${roleWords(step.detail.to)} now.`
      : `made ${whom(step)} ${roleWords(step.detail.to)}; before, they were ${roleWords(step.detail.from)}.`,
  left: () => 'left the band.',
  removed: (step) => `took ${whom(step)} out of the band.`,
  invited: ({ detail }) =>
    Number(detail.uses) === 1
      ? `made an invitation for one, as ${roleWords(detail.role)}.`
      : `made an invitation for ${detail.uses}, each as ${roleWords(detail.role)}.`,
  'invitation revoked': ({ detail }) =>
    `took an invitation back that let people in as ${roleWords(detail.role)}.`,
  renamed: ({ detail }) => `renamed the band from “${detail.from}” to “${detail.to}”.`,
  archived: () => 'archived the band.',
  unarchived: () => 'took the band out of the archive.',
  deleted: () => 'deleted the band.',
  restored: () => 'brought the band back.',
  'reset link': (step) => `made a link to a new passphrase for ${whom(step)}.`,
  reset: () => 'set a new passphrase by a leader’s link.',
  'deputy link': ({ detail }) => `made a link for a deputy to “${detail.to}”.`,
  'deputy link revoked': ({ detail }) => `took a deputy’s link to “${detail.to}” back.`,
  'taken along': () => 'took the whole band along as a file.',
  'put in': () => 'put songs, sets and patterns in from a file.',
};

/**
 * One step of the leaders' log as a sentence.
 *
 * @example auditWords({ id: '1', at: new Date(0), actor: 'Odile', what: 'removed', subject: 'Tam', detail: {} }) // => 'Odile took Tam out of the band.'
 */
export const auditWords = (step: AuditedStep): string =>
  `${step.actor ?? FORMER} ${SAID[step.what]?.(step) ?? step.what}`;
