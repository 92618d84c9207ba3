import type { PulpPlace, PulpUse } from '../pulp';
import type { BatchEvent } from './batchState';
import type { PulpBag } from './pulpLedger';

/** Something that happened to pulp of a bag. `massG` is what came in, below 0 what went out; null where it only moved. */
export interface BagEntry {
  atMs: number;
  batchId: string;
  /** The milk it is from. */
  name: string;
  massG: number | null;
  /** Where it was put, or what became of it and under which name. */
  to: { place: PulpPlace } | { became: PulpUse; what: string | null } | 'parted';
}

/** What an entry says of portions that lie in a bag now; nothing of any other. */
function saysOf(event: BatchEvent, ids: ReadonlySet<string>): Pick<BagEntry, 'massG' | 'to'> | null {
  switch (event.type) {
    case 'pulp-stored':
      return ids.has(event.portionId ?? event.id) ? { massG: event.massG, to: { place: event.place } } : null;
    case 'pulp-moved':
      return ids.has(event.portionId) ? { massG: null, to: { place: event.place } } : null;
    case 'pulp-split': {
      const gained = ids.has(event.newId);
      // Parted within the bag nothing came or went.
      if (gained === ids.has(event.portionId)) return null;
      return { massG: gained ? event.massG : -event.massG, to: 'parted' };
    }
    case 'pulp-taken':
      return ids.has(event.portionId)
        ? { massG: -event.massG, to: { became: event.became, what: event.what ?? null } }
        : null;
    default:
      return null;
  }
}

/** What came into a bag and went out of it, by what is in it still; the latest first. */
export function bagHistory({ portions }: Pick<PulpBag, 'portions'>): BagEntry[] {
  const ids = new Set(portions.map(({ pulp }) => pulp.id));
  const batches = new Map(portions.map(({ batchId, state }) => [batchId, state]));
  return [...batches]
    .flatMap(([batchId, state]) =>
      state.entries.flatMap((event): BagEntry[] => {
        const said = saysOf(event, ids);
        return said ? [{ atMs: event.atMs, batchId, name: state.recipe.name, ...said }] : [];
      }),
    )
    .sort((one, other) => other.atMs - one.atMs);
}
