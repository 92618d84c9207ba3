import type { AllergenLabel } from './allergen';

/** Something that goes into the milk besides nuts and water; per 100 g. */
export interface Addition extends AllergenLabel {
  key: string;
  name: string;
  kind: 'sweetener' | 'flavour' | 'seasoning' | 'body' | 'emulsifier' | 'liquid';
  waterPct: number;
  proteinPct: number;
  fatPct: number;
  carbPct: number;
  fibrePct: number;
  sugarsPct: number;
  ashPct: number;
  kcalPer100G: number;
  gPerMl: number | null;
  gEach: number | null;
  /** What one piece and several are called; null where it is not counted. */
  piece: { one: string; many: string } | null;
  relativeSweetness: number;
  /** Whether it goes in before or after straining. */
  when: 'before' | 'after' | 'either';
  sodiumMgPer100G: number;
  alcoholPct: number;
  /** Fruit and the like: milk with it spoils sooner. */
  shortensKeeping: boolean;
  /** Most that is usual, g per litre of milk; above it a caution, above three times as much a refusal. */
  capGPerL: number | null;
  /** What to watch with it; for a cap, the reason. */
  caution: string;
  /** Dangerous to dogs, whatever else may eat it. */
  toxicToDogs?: true;
}

/** An addition the cook added, from its pack. */
export interface OwnAddition extends Addition {
  /** Counts its changes from 1; batches, plans and recipe versions keep the one they were written with. */
  revision: number;
  /** No longer offered; what uses it still finds it. */
  archived: boolean;
}

/** Salt by what it is, whatever it is called: pure or nearly so. */
export function isSalt({ kind, sodiumMgPer100G }: Addition): boolean {
  return kind === 'seasoning' && sodiumMgPer100G > 30_000;
}
