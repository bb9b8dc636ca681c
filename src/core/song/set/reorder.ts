import { firstOrders, type Operation, setFields } from '../../base/document';
import { itemsOf, type SongSet } from './schema';

/**
 * Puts the songs of a set in another order.
 *
 * @param ids of items from first to last; an item that is not named stays after the one that it comes after
 * @returns nothing to do where they are in this order
 */
export const reordered = (set: SongSet, ids: readonly string[]): Operation[] => {
  const named = new Set(ids);
  const followers = new Map<string | undefined, string[]>();
  let leader: string | undefined;
  for (const { id } of itemsOf(set)) {
    if (named.has(id)) leader = id;
    else followers.set(leader, [...(followers.get(leader) ?? []), id]);
  }
  const known = ids.filter((id) => set.items[id]);
  const wanted = [undefined, ...known].flatMap((id) => [
    ...(id === undefined ? [] : [id]),
    ...(followers.get(id) ?? []),
  ]);
  const orders = firstOrders(wanted.length);
  const isSame = itemsOf(set).every(({ id }, index) => id === wanted[index]);
  return isSame
    ? []
    : wanted.map((id, index) => setFields('items', id, { order: orders[index] ?? '' }));
};
