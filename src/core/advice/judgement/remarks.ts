import { detailChecks } from './details';
import { formChecks } from './form';
import { lengthChecks } from './lengths';
import { type Limbs, limbRemarks } from './limbs';
import { patternChecks } from './patterns';
import type { Look, Remark } from './remark';
import { timeChecks } from './times';

const CHECKS = [...formChecks, ...detailChecks, ...lengthChecks, ...timeChecks, ...patternChecks];

const NO_LIMBS: Limbs = { loads: [], clean: {} };

/**
 * What there is to say about a road map, in the order of the song; what was dismissed is left out.
 *
 * @param limbs what a player’s limbs do in it; nothing is said of them where left out
 * @returns one remark a matter, however often the place comes by
 */
export const remarksOn = (look: Look, limbs: Limbs = NO_LIMBS): Remark[] => {
  const seen = new Set<string>(Object.keys(look.map.dismissed));
  const found = [...CHECKS.flatMap((check) => check(look)), ...limbRemarks(look, limbs)];
  const remarks = found.filter(({ id }) => {
    if (seen.has(id)) return false;
    seen.add(id);
    return true;
  });
  return remarks.sort((a, b) => (a.bar ?? 0) - (b.bar ?? 0));
};
