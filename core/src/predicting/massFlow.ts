import type { PlannedPrediction } from './prediction';

export type MassFlowPart =
  'nuts' | 'uptake' | 'liquid' | 'ice' | 'additions' | 'leached' | 'skins' | 'milk' | 'pulp' | 'loss';

/** A mass on its way: where it joins or leaves, and how much was expected and found. */
export interface MassFlowBand {
  what: MassFlowPart;
  at: 'soak' | 'peel' | 'blend' | 'strain';
  massG: number;
  /** Null where nothing was weighed. */
  measuredG: number | null;
}

/** What goes into a batch and what comes out of it; both sides add up to the same mass. */
export interface MassFlow {
  into: readonly MassFlowBand[];
  out: readonly MassFlowBand[];
  totalG: number;
}

interface Weighed {
  soakedG: number | null;
  milkG: number | null;
  pulpG: number | null;
}

/** Where every gram of a batch goes, up to the strained milk; with what was weighed beside it. */
export function massFlow(prediction: PlannedPrediction, weighed: Weighed | null = null): MassFlow {
  const { soak, milk, pulp } = prediction;
  const beforeG = prediction.additions
    .filter((addition) => addition.when === 'before')
    .reduce((sum, addition) => sum + addition.massG, 0);
  const soakedG = weighed?.soakedG ?? null;
  const uptakeG = soakedG === null ? null : soakedG - prediction.nutG + soak.leachedG;
  const into: MassFlowBand[] = [
    { what: 'nuts', at: 'soak', massG: prediction.nutG, measuredG: null },
    { what: 'uptake', at: 'soak', massG: soak.uptakeG, measuredG: uptakeG },
    { what: 'liquid', at: 'blend', massG: prediction.liquidG, measuredG: null },
    { what: 'ice', at: 'blend', massG: prediction.iceG, measuredG: null },
    { what: 'additions', at: 'blend', massG: beforeG, measuredG: null },
  ];
  const milkG = weighed?.milkG ?? null;
  const pulpG = weighed?.pulpG ?? null;
  const totalG = into.reduce((sum, band) => sum + band.massG, 0);
  const reallyIn = into.reduce((sum, band) => sum + (band.measuredG ?? band.massG), 0);
  const out: MassFlowBand[] = [
    { what: 'leached', at: 'soak', massG: soak.leachedG, measuredG: null },
    { what: 'skins', at: 'peel', massG: prediction.peel.skinsG, measuredG: null },
    { what: 'milk', at: 'strain', massG: milk.massG, measuredG: milkG },
    { what: 'pulp', at: 'strain', massG: pulp.massG, measuredG: pulpG },
    {
      what: 'loss',
      at: 'strain',
      massG: prediction.lossG,
      // What went in and was not found again.
      measuredG:
        milkG === null || (pulpG === null && pulp.massG > 0)
          ? null
          : reallyIn - soak.leachedG - prediction.peel.skinsG - milkG - (pulpG ?? 0),
    },
  ];
  const there = (band: MassFlowBand): boolean => band.massG > 0 || (band.measuredG ?? 0) !== 0;
  return { into: into.filter(there), out: out.filter(there), totalG };
}
