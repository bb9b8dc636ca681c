export const ROLES = ['leader', 'drummer', 'player', 'guest'] as const;

/** What each role is called in a sentence, and what it may do. */
export const MAY: Readonly<Record<string, { readonly called: string; readonly may: string }>> = {
  leader: { called: 'a leader', may: 'changes everything, invites, takes out' },
  drummer: { called: 'a drummer', may: 'changes maps, sets and the library' },
  player: { called: 'a player', may: 'reads everything and takes it along' },
  guest: { called: 'a guest', may: 'reads maps and sets' },
};
