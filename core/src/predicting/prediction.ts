import type { ContainedAllergen, NutForm } from '../ingredients';
import type { Cooling, StepMinutes, Warming } from '../making';
import type { Caution } from '../results';
import type { Body } from './body';
import type { Nutrition } from './nutrition';

export interface PredictedNut {
  ingredient: string;
  name: string;
  form: NutForm;
  massG: number;
  /** Drained and unpeeled, g. */
  soakedMassG: number;
  saturation: number;
  /** Share of cells open at the end of blending. */
  rupture: number;
}

export interface PredictedLiquid {
  key: string;
  name: string;
  massG: number;
  volumeMl: number;
}

export interface PredictedAddition {
  key: string;
  name: string;
  when: 'before' | 'after';
  massG: number;
}

/** The milk once everything is stirred in. */
export interface Finish {
  /** Mass of what is stirred in after straining, g. */
  additionsG: number;
  massG: number;
  volumeMl: number;
  solidsPct: number;
  /** g of sugar-equivalent per litre, from additions. */
  sweetnessGPerL: number;
}

export interface Prediction {
  nuts: readonly PredictedNut[];
  nutG: number;
  /** All liquid as a liquid, g, and the mL of as much water; ice apart. */
  liquidG: number;
  liquidMl: number;
  iceG: number;
  /** What the liquid is: water and what takes its place. */
  liquids: readonly PredictedLiquid[];
  /** What to weigh of each addition for the predicted yield, g. */
  additions: readonly PredictedAddition[];
  soak: {
    hours: number;
    teH: number;
    endTempC: number;
    hot: boolean;
    uptakeG: number;
    leachedG: number;
    /** What the drained nuts should weigh, g. */
    soakedMassG: number;
    /** Room the drained nuts take up, mL. */
    soakedVolumeMl: number;
    /** Soak water that goes into the jug, g. */
    keptWaterG: number;
    /** What kept soak water has to lose before it may be blended; null when nothing. */
    cooling: Cooling | null;
    sodiumG: number;
    /** Smallest bowl for these nuts, mL. */
    bowlMl: number;
  };
  peel: { skinsG: number };
  blend: {
    loads: number;
    /** Mass and volume of one load as it is poured in, its froth not counted. */
    loadG: number;
    loadVolumeMl: number;
    secondsPerLoad: number;
    energyKjPerKg: number;
    rupture: number;
    /** One load when the blades stop, °C. */
    endTempC: number;
    /** The milk once the rest of the liquid has rinsed the jug: its keeping clock starts with this, °C. */
    milkTempC: number;
    /** Part of the milk's heat capacity that rinsed the jug, 0 to 1. */
    rinseHeatShare: number;
    /** How one load warms, from which all its temperatures come. */
    warming: Warming;
    /** The warmth limit in force, °C: the cook's own, or 30 after a hot soak. */
    warmthLimitC: number;
    /** Ice not melted when the blades stop, g. */
    iceLeftG: number;
    /** Liquid in one load, and the rest that rinses the jug after it; mL. */
    loadLiquidMl: number;
    rinseLiquidMl: number;
    /** Ice in place of as much water that ends at the warmth limit, g; 0 for none, null when no ice would do. */
    iceNeededG: number | null;
  };
  /** As strained, before anything is stirred in. */
  milk: {
    massG: number;
    volumeMl: number;
    densityGPerMl: number;
    solidsPct: number;
    fatPct: number;
    proteinPct: number;
    fibrePct: number;
    carbPct: number;
    gritPct: number;
    body: Body;
  };
  finish: Finish;
  /** Of 100 mL of the finished milk. */
  nutrition: Nutrition;
  pulp: { massG: number; dryG: number; waterPct: number };
  lossG: number;
  minutes: StepMinutes;
  allergens: readonly ContainedAllergen[];
  cautions: readonly Caution[];
}

/** A prediction as a batch's log keeps it; the null parts were not yet computed when the oldest were planned. */
export type PlannedPrediction = Omit<Prediction, 'finish' | 'nutrition' | 'blend'> & {
  finish: Finish | null;
  nutrition: Nutrition | null;
  blend: Omit<Prediction['blend'], 'warming'> & { warming: Warming | null };
};
