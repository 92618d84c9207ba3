import type {
  AdditionDose,
  BatchState,
  DisplayPreferences,
  PlannedPrediction,
  Step,
  StepKind,
} from '@humble-churn/core';
import {
  PULP_KEEP_DAYS,
  RINSED_MAX_C,
  WATER_G_PER_ML,
  doseG,
  findAddition,
  pouringOrder,
  formatDose,
  formatDuration,
  formatMass,
  formatTemp,
  formatVolume,
  strainedMilkMl,
  strainersOf,
  washWaterMl,
} from '@humble-churn/core';
import { PEEL_LABELS, SQUEEZE_LABELS, STRAINER_LABELS, jugText } from '../../ui/recipeLabels';

const NAMES: Readonly<Record<StepKind, string>> = {
  weigh: 'Weigh',
  soak: 'Soak',
  cool: 'Cool the bowl',
  drain: 'Drain and rinse',
  'weigh-soaked': 'Weigh the soaked nuts',
  peel: 'Peel',
  blend: 'Blend',
  feel: 'Feel',
  rinse: 'Rinse the jug',
  strain: 'Strain',
  wash: 'Wash the pulp',
  squeeze: 'Squeeze',
  'strain-again': 'Strain again',
  'weigh-milk': 'Weigh milk and pulp',
  finish: 'Finish',
  bottle: 'Bottle',
  label: 'Label',
  pulp: 'The pulp',
  'wash-up': 'Wash up',
};

/** `Blend, load 1 of 2`: a step by its name and its number where there are several. */
export function stepName({ kind, nth, of }: Pick<Step, 'kind' | 'nth' | 'of'>): string {
  const name = NAMES[kind];
  if (nth === null || of < 2) return name;
  return `${name}, ${kind === 'strain' ? 'pour' : 'load'} ${nth} of ${of}`;
}

/** Said wherever pulp is handled. */
export const PULP_TO_ANIMALS =
  'Macadamia, cocoa and sweetener pulp are dangerous to dogs. Salted, sweetened or mouldy pulp is not for birds or livestock, nor any other animal.';

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

/** Doses to stir in, by the milk that was really obtained where it was weighed. */
function doses(state: BatchState, prediction: PlannedPrediction, manner: DisplayPreferences): string[] {
  const { recipe, measured } = state;
  const volumeMl = strainedMilkMl(state, prediction);
  const words = (dose: AdditionDose): string[] => {
    const addition = findAddition(dose.addition);
    if (!addition) return [];
    return [`${formatDose(doseG(dose, volumeMl), addition)} of ${addition.name.toLowerCase()}`];
  };
  const into = `${measured.milkMl === null ? 'the expected ' : ''}${formatVolume(volumeMl, manner)}`;
  return [
    `Into ${into} of milk:`,
    ...recipe.additions.filter((dose) => dose.when === 'after').flatMap(words),
  ];
}

/** A nut in the form in which it is weighed. */
function nutWords({ name, form }: PlannedPrediction['nuts'][number]): string {
  const plain = name.toLowerCase();
  return { whole: plain, chopped: `${plain}, chopped`, ground: `${plain} flour` }[form];
}

/** Soak water that stays in the milk, mL. */
function keptWaterMl({ soak }: PlannedPrediction): number {
  return soak.keptWaterG / WATER_G_PER_ML;
}

/** Liquids for blending; what the soak already has in it is not asked for twice. */
function liquidsToWeigh(prediction: PlannedPrediction, manner: DisplayPreferences): string[] {
  const keptMl = keptWaterMl(prediction);
  // A batch planned before other liquids were has water only.
  const liquids =
    prediction.liquids.length === 0
      ? [{ key: 'water', name: 'Water', volumeMl: prediction.liquidMl }]
      : prediction.liquids;
  return [
    ...(keptMl > 0 ? [`${formatVolume(keptMl, manner)} of water for the soak, which stays in the milk`] : []),
    ...liquids.flatMap(({ key, name, volumeMl }) => {
      const stillMl = key === 'water' ? volumeMl - keptMl : volumeMl;
      if (stillMl < 1) return [];
      const more = key === 'water' && keptMl > 0 ? ' more' : '';
      return [`${formatVolume(stillMl, manner)}${more} of ${name.toLowerCase()} for blending, kept cold`];
    }),
  ];
}

function weighing(
  { recipe }: BatchState,
  prediction: PlannedPrediction,
  manner: DisplayPreferences,
): string[] {
  return [
    ...prediction.nuts.map((nut) => `${formatMass(nut.massG, manner)} of ${nutWords(nut)}`),
    ...liquidsToWeigh(prediction, manner),
    ...(prediction.iceG > 0 ? [`${formatMass(prediction.iceG, manner)} of ice, just before blending`] : []),
    ...prediction.additions
      .filter((one) => one.when === 'before')
      .map((one) => `${formatMass(one.massG, manner)} of ${one.name.toLowerCase()}, to blend in`),
    ...(recipe.soak.method === 'none'
      ? []
      : [`a bowl of at least ${formatVolume(prediction.soak.bowlMl, manner)} for the soak`]),
  ];
}

/** What to do at a step by the plan as it stands now, what to look for, when to stop, and what can hurt. */
export function stepGuide(
  step: Step,
  state: BatchState,
  prediction: PlannedPrediction,
  manner: DisplayPreferences,
): StepGuide {
  const { recipe } = state;
  const { soak, blend, strain } = recipe;
  const [first, further] = strainersOf(recipe);
  const begun = state.steps.some((one) => one.id === step.id && one.begunAtMs !== null);
  const hot = prediction.soak.hot;
  const rinsedC = formatTemp(RINSED_MAX_C, manner.measures);
  const keptMl = keptWaterMl(prediction);
  const nothing: StepGuide = { todo: [], lookFor: null, stop: null, caution: null };
  switch (step.kind) {
    case 'weigh':
      return {
        ...nothing,
        todo: weighing(state, prediction, manner),
        lookFor: 'Whole, dry, sweet-smelling nuts without shell pieces.',
        caution: 'Mouldy, rancid or musty nuts are thrown away, not rinsed.',
      };
    case 'soak':
      return {
        todo: [
          keptMl > 0
            ? `Pour ${formatVolume(keptMl, manner)} of ${soak.method === 'hot' ? 'boiling' : 'cold'} water over the nuts, no more: it stays in the milk.`
            : soak.method === 'hot'
              ? 'Pour boiling water over the nuts and cover them well.'
              : 'Cover the nuts with cold water, three fingers above them.',
          ...(soak.saltGPerKg > 0 ? [`Stir ${soak.saltGPerKg} g of salt into each litre of it.`] : []),
          `Stand the bowl ${soak.method === 'fridge' ? 'in the fridge' : 'where you see it'}${begun ? '.' : ', then start the clock.'}`,
        ],
        lookFor: 'Plump nuts, skins that slide, cloudy water.',
        stop: null,
        caution:
          soak.method === 'hot'
            ? `Boiling water burns: pour away from you. ${keptMl > 0 ? 'Afterwards the covered bowl cools in cold water' : 'Afterwards drain, rinse cold'}, and blend below ${rinsedC}.`
            : soak.method === 'counter'
              ? 'Eight hours on the counter at most, four in a warm kitchen; then the fridge. Sour or slimy nuts are thrown away.'
              : `${soak.changeEveryH !== null && soak.changeEveryH < soak.hours ? `Change the water every ${formatDuration(soak.changeEveryH * 3600)}. ` : ''}Sour or slimy nuts are thrown away.`,
      };
    case 'cool':
      return {
        todo: [
          'Cover the bowl and stand it in a bath of cold water; change that water when it is warm.',
          `About ${formatDuration((prediction.soak.cooling?.bathH ?? 0) * 3600)} in the bath${prediction.soak.cooling?.standingH == null ? '' : `, ${formatDuration(prediction.soak.cooling.standingH * 3600)} if it only stands`}.`,
        ],
        lookFor: `${rinsedC} or less in the middle of the bowl.`,
        stop: null,
        caution: `Hot liquid in a closed jug can burst out: nothing is blended above ${rinsedC}.`,
      };
    case 'drain':
      return {
        todo: [
          keptMl > 0
            ? 'Keep the soak water with the nuts: it is part of the milk.'
            : 'Pour the soak water away and rinse until the water runs clear.',
          ...(hot && keptMl === 0 ? ['Rinse with cold water until the nuts feel cold.'] : []),
          // The older guide has no weighing of its own.
          ...(state.guide === 1
            ? [
                `Weigh the ${keptMl > 0 ? '' : 'drained '}nuts: about ${formatMass(prediction.soak.soakedMassG, manner)} is expected.`,
              ]
            : []),
        ],
        lookFor: keptMl > 0 ? 'A bowl that smells fresh.' : 'Clear water.',
        stop: keptMl > 0 ? null : 'Shake off what drips.',
        caution: hot ? `Hot nuts in a closed jug can burst out: they must be below ${rinsedC}.` : null,
      };
    case 'weigh-soaked':
      return {
        ...nothing,
        todo: [
          keptMl > 0
            ? 'Nuts and soak water stay together: there is nothing drained to weigh.'
            : 'Bowl on the scale, tare, drained nuts in.',
          `About ${formatMass(prediction.soak.soakedMassG, manner)} is expected.`,
        ],
        lookFor: 'It tells how much water they took up. It can be left out.',
      };
    case 'peel':
      return {
        ...nothing,
        todo: [`${PEEL_LABELS[recipe.peel]}, a handful at a time.`],
        lookFor: 'Bare nuts.',
        stop: 'A few stubborn skins do no harm.',
        caution:
          recipe.peel === 'roast' ? 'Roasted nuts are hot: let them cool before they meet the towel.' : null,
      };
    case 'blend':
      return blend.machine === 'cold-press'
        ? {
            ...nothing,
            todo: ['Ladle nuts and water into the press in equal parts, a little at a time.'],
            lookFor: 'Dry crumbs at the end of the press.',
            caution: 'Unplug before reaching in.',
          }
        : {
            todo: [
              ...pouringOrder(recipe, prediction)
                .filter(({ do: what }) => what !== 'lid' && what !== 'run' && what !== 'rinse')
                .map((one) => `${jugText(one, manner)}.`),
              'Lid on and held down. Start low, then full speed.',
            ],
            lookFor: 'The rattle goes, froth on top.',
            stop: `When the count is full, or the jug feels warm: ${formatTemp(prediction.blend.warmthLimitC, manner.measures)} is the most.`,
            caution:
              'Nothing hot into a closed jug. Unplug before reaching for the blades; pits and shell can break them.',
          };
    case 'feel':
      return {
        todo: ['Rub a drop between finger and thumb.'],
        lookFor: 'No grain, no specks, froth on top, the jug not warm.',
        stop: 'Smooth is done. Grain left: blend a little longer.',
        caution: 'Unplug before reaching in.',
      };
    case 'rinse':
      return {
        ...nothing,
        todo: [
          ...pouringOrder(recipe, prediction)
            .filter(({ do: what }) => what === 'rinse')
            .map((one) => `${jugText(one, manner)}.`),
          'Swill it round and add it to the mix.',
        ],
        lookFor: 'Clean glass.',
      };
    case 'strain':
      if (first === undefined || blend.machine === 'cold-press') {
        return {
          ...nothing,
          todo: ['Pour the milk into a clean bowl or jug.'],
          caution: 'From blending on, two hours out of the fridge at most.',
        };
      }
      return first === 'cold-press'
        ? {
            ...nothing,
            todo: [
              'Ladle the blended mix into the press, a little at a time, and catch the milk in a clean bowl.',
            ],
            lookFor: 'Dry crumbs at the end of the press.',
            caution: 'Unplug before reaching in. From blending on, two hours out of the fridge at most.',
          }
        : {
            todo: [
              `Pour a third or half a jug into the ${STRAINER_LABELS[first].toLowerCase()} and let it run.`,
            ],
            lookFor: 'A thin, even stream.',
            stop: 'When it only drips, squeeze gently and pour on. If it squirts: slower, smaller pours.',
            caution:
              'Clean hands or gloves, a bag scalded with boiling water. From blending on, two hours out of the fridge at most.',
          };
    case 'wash':
      return {
        ...nothing,
        todo: [
          `Pour ${formatVolume(washWaterMl(recipe, prediction), manner)} of the water kept back over the pulp.`,
          'Knead it through and let it run into the milk.',
        ],
        lookFor: 'Thinner, paler milk: that is right.',
      };
    case 'squeeze':
      return {
        ...nothing,
        todo: [`${SQUEEZE_LABELS[strain.squeeze]} squeeze, turning the bag tighter.`],
        lookFor: `About ${formatMass(prediction.pulp.massG, manner)} of pulp stays.`,
        stop: 'When it only drips.',
      };
    case 'strain-again':
      return {
        ...nothing,
        todo: [
          `Pour the strained milk through the ${STRAINER_LABELS[further ?? 'fine-bag'].toLowerCase()}, slowly.`,
          'What it catches joins the pulp.',
        ],
        lookFor: 'Hardly a grain left in the milk.',
        caution: 'A bag scalded with boiling water. From blending on, two hours out of the fridge at most.',
      };
    case 'weigh-milk':
      return {
        ...nothing,
        todo: [
          'Let the froth fall, then weigh or measure the milk, and weigh the pulp.',
          'What you do not measure is taken as expected.',
        ],
        lookFor: `About ${formatVolume(prediction.milk.volumeMl, manner)} of milk is expected.`,
      };
    case 'finish':
      return {
        ...nothing,
        todo: doses(state, prediction, manner),
        lookFor: 'Stir in a little at a time, and taste.',
        stop: 'When it tastes right: what is in cannot be taken out.',
        caution: null,
      };
    case 'bottle':
      return {
        ...nothing,
        todo: [
          ...(state.guide === 1 && recipe.additions.some((dose) => dose.when === 'after')
            ? doses(state, prediction, manner)
            : []),
          'Fill clean glass jars, and put them in the fridge at once.',
        ],
        caution: 'Leave headspace in a jar for the freezer: milk swells as it freezes. Shake before pouring.',
      };
    case 'label':
      return { ...nothing, todo: ['Write on each jar:'] };
    case 'pulp':
      return {
        ...nothing,
        todo: ['Put the pulp away within two hours.'],
        lookFor: `It keeps ${PULP_KEEP_DAYS.fridge} days in the fridge, ${PULP_KEEP_DAYS.freezer} in the freezer, ${PULP_KEEP_DAYS.dried} dried above 65 °C until brittle.`,
        caution: `Damp meal moulds. ${PULP_TO_ANIMALS}`,
      };
    case 'wash-up':
      return {
        ...nothing,
        todo: ['Rinse cold first: hot water sets the protein. Then hot, and dry the bag inside out.'],
        lookFor: 'Nothing left under the blades and in the seams.',
        caution:
          'Unplug before the blades are washed. A shared jug and bag carry traces of what was in them.',
      };
  }
}
