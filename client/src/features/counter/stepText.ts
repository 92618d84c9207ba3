import type {
  BatchState,
  DisplayPreferences,
  DoseMeasures,
  PlannedPrediction,
  Recipe,
  Strainer,
} from '@humble-churn/core';
/** What is said at a step. */
export interface StepGuide {
  /** What to do now. */
  todo: readonly string[];
  /** What tells that it is done. */
  lookFor: string | null;
  /** When to stop, where that is not plain. */
  stop: string | null;
  /** What can hurt here. */
  caution: string | null;
}

/** What the guide's text at a step is made from. */
export interface GuideContext {
  state: BatchState;
  prediction: PlannedPrediction;
  preferences: DisplayPreferences & DoseMeasures;
  recipe: Recipe;
  soak: Recipe['soak'];
  blend: Recipe['blend'];
  strain: Recipe['strain'];
  /** The strainers the mix passes. */
  first: Strainer | undefined;
  further: Strainer | undefined;
  /** Whether the step's clock was started. */
  begun: boolean;
  hot: boolean;
  /** Nuts and soak water must be below this before they meet a closed jug. */
  rinsedC: string;
  /** Soak water that stays in the milk, mL. */
  keptMl: number;
}

/** What a step is ended with. */
export type StepScreen =
  | 'done'
  | 'clock'
  | 'weigh'
  | 'soak'
  | 'cool'
  | 'drain'
  | 'weigh-soaked'
  | 'feel'
  | 'strain'
  | 'weigh-milk'
  | 'taste'
  | 'finish'
  | 'jug-again'
  | 'bottle'
  | 'label'
  | 'pulp';

export interface StepText {
  name: string;
  screen: StepScreen;
  guide: (c: GuideContext) => Partial<StepGuide>;
}
