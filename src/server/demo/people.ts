import type { Role } from '../people';

/** Everybody in the demo signs in with this. */
export const DEMO_PASSPHRASE = 'the tidal mill';

export const SALTREACH = { slug: 'saltreach-nine', name: 'The Saltreach Nine' } as const;
export const LOFT_STREET = { slug: 'loft-street', name: 'Loft Street Chapel team' } as const;

type DemoMember = {
  readonly name: string;
  readonly about: string;
  readonly roles: readonly (readonly [band: string, role: Role])[];
};

/** The people of the demo, invented; Wren is in both bands. */
export const DEMO_MEMBERS: readonly DemoMember[] = [
  {
    name: 'Wren Halloway',
    about: 'drums for both bands',
    roles: [
      [SALTREACH.slug, 'drummer'],
      [LOFT_STREET.slug, 'drummer'],
    ],
  },
  { name: 'Odile Marsh', about: 'leads The Saltreach Nine', roles: [[SALTREACH.slug, 'leader']] },
  { name: 'Tam Breck', about: 'bass, reads the maps', roles: [[SALTREACH.slug, 'player']] },
  { name: 'Ives Corran', about: 'deputy for the second set', roles: [[SALTREACH.slug, 'guest']] },
  {
    name: 'Perpetua Lund',
    about: 'leads the Loft Street team',
    roles: [[LOFT_STREET.slug, 'leader']],
  },
];
