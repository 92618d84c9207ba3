import type {
  AdditionDose,
  BatchState,
  DisplayPreferences,
  DoseMeasures,
  PlannedPrediction,
} from '@humble-churn/core';
import {
  WATER_G_PER_ML,
  doseG,
  findAddition,
  formatDoseOf,
  formatMass,
  formatVolume,
  fractions,
  nutCupG,
  strainedMilkMl,
} from '@humble-churn/core';
/** The milk that doses go into: as it was weighed, or as it is expected. */
export function milkIntoText(
  state: BatchState,
  prediction: PlannedPrediction,
  preferences: DisplayPreferences,
): string {
  const volumeMl = strainedMilkMl(state, prediction);
  return `${state.measured.milkMl === null ? 'the expected ' : ''}${formatVolume(volumeMl, preferences)} of milk`;
}

/** Doses to stir in, by the milk that was really obtained where it was weighed. */
export function doses(
  state: BatchState,
  prediction: PlannedPrediction,
  preferences: DisplayPreferences & DoseMeasures,
): string[] {
  const { recipe } = state;
  const volumeMl = strainedMilkMl(state, prediction);
  const words = (dose: AdditionDose): string[] => {
    const addition = findAddition(dose.addition, { own: state.ingredients });
    if (!addition) return [];
    return [formatDoseOf(doseG(dose, volumeMl), addition, preferences, dose.said?.unit ?? null)];
  };
  return [
    `Into ${milkIntoText(state, prediction, preferences)}:`,
    ...recipe.additions.filter((dose) => dose.when === 'after').flatMap(words),
  ];
}

/** A nut in the form in which it is weighed. */
function nutWords({ name, form }: PlannedPrediction['nuts'][number]): string {
  const plain = name.toLowerCase();
  return { whole: plain, chopped: `${plain}, chopped`, ground: `${plain} flour` }[form];
}

/** Soak water that stays in the milk, mL. */
export function keptWaterMl({ soak }: PlannedPrediction): number {
  return soak.keptWaterG / WATER_G_PER_ML;
}

/** Liquids for blending; what the soak already has in it is not asked for twice. */
function liquidsToWeigh(prediction: PlannedPrediction, preferences: DisplayPreferences): string[] {
  const keptMl = keptWaterMl(prediction);
  // A batch planned before other liquids were has water only.
  const liquids =
    prediction.liquids.length === 0
      ? [{ key: 'water', name: 'Water', volumeMl: prediction.liquidMl }]
      : prediction.liquids;
  return [
    ...(keptMl > 0
      ? [`${formatVolume(keptMl, preferences)} of water for the soak, which stays in the milk`]
      : []),
    ...liquids.flatMap(({ key, name, volumeMl }) => {
      const stillMl = key === 'water' ? volumeMl - keptMl : volumeMl;
      if (stillMl < 1) return [];
      const more = key === 'water' && keptMl > 0 ? ' more' : '';
      return [
        `${formatVolume(stillMl, preferences)}${more} of ${name.toLowerCase()} for blending, kept cold`,
      ];
    }),
  ];
}

/** A nut's mass, with its cups beside it where the kitchen measures in cups. */
function nutAmount(
  state: BatchState,
  { massG }: PlannedPrediction['nuts'][number],
  index: number,
  preferences: DisplayPreferences,
): string {
  const mass = formatMass(massG, preferences);
  if (preferences.measures === 'metric') return mass;
  const oneCupG = nutCupG(state.recipe, index, { own: state.ingredients }, preferences.cupSystem);
  if (oneCupG === null) return mass;
  const cups = massG / oneCupG;
  return `${mass} (${fractions(cups)} ${cups <= 1.06 ? 'cup' : 'cups'})`;
}

export function weighing(
  state: BatchState,
  prediction: PlannedPrediction,
  preferences: DisplayPreferences & DoseMeasures,
): string[] {
  const { recipe } = state;
  const blendedIn = ({ key, massG, name }: PlannedPrediction['additions'][number]): string => {
    const found = findAddition(key, { own: state.ingredients });
    const said = recipe.additions.find((dose) => dose.addition === key && dose.when === 'before')?.said;
    const amount = found
      ? formatDoseOf(massG, found, preferences, said?.unit ?? null)
      : `${formatMass(massG, preferences)} of ${name.toLowerCase()}`;
    return `${amount}, to blend in`;
  };
  return [
    ...prediction.nuts.map((nut, i) => `${nutAmount(state, nut, i, preferences)} of ${nutWords(nut)}`),
    ...liquidsToWeigh(prediction, preferences),
    ...(prediction.iceG > 0
      ? [`${formatMass(prediction.iceG, preferences)} of ice, just before blending`]
      : []),
    ...prediction.additions.filter((one) => one.when === 'before').map(blendedIn),
    ...(recipe.soak.method === 'none'
      ? []
      : [`a bowl of at least ${formatVolume(prediction.soak.bowlMl, preferences)} for the soak`]),
  ];
}
