import type { AdditionDose, BatchState, Manner, PlannedPrediction, Step, StepKind } from '@humble-churn/core';
import {
  doseG,
  findAddition,
  pouringOrder,
  shownDose,
  shownMass,
  shownTemp,
  shownVolume,
  washWaterMl,
} from '@humble-churn/core';
import { PEEL_WORDS, SQUEEZE_WORDS, STRAINER_WORDS, jugWords } from '../bench/words';

const NAMES: Readonly<Record<StepKind, string>> = {
  weigh: 'Weigh',
  soak: 'Soak',
  drain: 'Drain and rinse',
  'weigh-soaked': 'Weigh the soaked nuts',
  peel: 'Peel',
  blend: 'Blend',
  feel: 'Feel',
  rinse: 'Rinse the jug',
  strain: 'Strain',
  wash: 'Wash the pulp',
  squeeze: 'Squeeze',
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
function doses({ recipe, measured }: BatchState, prediction: PlannedPrediction, manner: Manner): string[] {
  const volumeMl = measured.milkMl ?? prediction.milk.volumeMl;
  const words = (dose: AdditionDose): string[] => {
    const addition = findAddition(dose.addition);
    if (!addition) return [];
    return [`${shownDose(doseG(dose, volumeMl), addition)} of ${addition.name.toLowerCase()}`];
  };
  const into = `${measured.milkMl === null ? 'the expected ' : ''}${shownVolume(volumeMl, manner)}`;
  return [
    `Into ${into} of milk:`,
    ...recipe.additions.filter((dose) => dose.when === 'after').flatMap(words),
  ];
}

function weighing({ recipe }: BatchState, prediction: PlannedPrediction, manner: Manner): string[] {
  return [
    ...prediction.nuts.map((nut) => `${shownMass(nut.massG, manner)} of ${nut.name.toLowerCase()}`),
    // A batch planned before other liquids were has water only.
    ...(prediction.liquids.length === 0
      ? [`${shownVolume(prediction.liquidMl, manner)} of water for blending, kept cold`]
      : prediction.liquids.map(
          (liquid) =>
            `${shownVolume(liquid.volumeMl, manner)} of ${liquid.name.toLowerCase()} for blending, kept cold`,
        )),
    ...(prediction.iceG > 0 ? [`${shownMass(prediction.iceG, manner)} of ice, just before blending`] : []),
    ...prediction.additions
      .filter((one) => one.when === 'before')
      .map((one) => `${shownMass(one.massG, manner)} of ${one.name.toLowerCase()}, to blend in`),
    ...(recipe.soak.method === 'none'
      ? []
      : [`a bowl of at least ${shownVolume(prediction.soak.bowlMl, manner)} for the soak`]),
  ];
}

/** What to do at a step by the plan as it stands now, what to look for, when to stop, and what can hurt. */
export function stepGuide(
  step: Step,
  state: BatchState,
  prediction: PlannedPrediction,
  manner: Manner,
): StepGuide {
  const { recipe } = state;
  const { soak, blend, strain } = recipe;
  const { loads } = prediction.blend;
  const each = loads > 1 ? ` for each of ${loads} loads` : '';
  const hot = prediction.soak.hot;
  const rinsedC = shownTemp(30, manner.measures);
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
          soak.method === 'hot'
            ? 'Pour boiling water over the nuts and cover them well.'
            : 'Cover the nuts with cold water, three fingers above them.',
          ...(soak.saltGPerKg > 0 ? [`Stir ${soak.saltGPerKg} g of salt into each litre of it.`] : []),
          soak.method === 'fridge'
            ? 'Stand the bowl in the fridge, then start the clock.'
            : 'Stand the bowl where you see it, then start the clock.',
        ],
        lookFor: 'Plump nuts, skins that slide, cloudy water.',
        stop: null,
        caution:
          soak.method === 'hot'
            ? `Boiling water burns: pour away from you. Afterwards drain, rinse cold, and blend below ${rinsedC}.`
            : soak.method === 'counter'
              ? 'Eight hours on the counter at most, four in a warm kitchen; then the fridge. Sour or slimy nuts are thrown away.'
              : 'Change the water every twelve hours. Sour or slimy nuts are thrown away.',
      };
    case 'drain':
      return {
        todo: [
          'Pour the soak water away and rinse until the water runs clear.',
          ...(hot ? ['Rinse with cold water until the nuts feel cold.'] : []),
          // The older guide has no weighing of its own.
          ...(state.guide === 1
            ? [`Weigh the drained nuts: about ${shownMass(prediction.soak.soakedMassG, manner)} is expected.`]
            : []),
        ],
        lookFor: 'Clear water.',
        stop: 'Shake off what drips.',
        caution: hot ? `Hot nuts in a closed jug can burst out: they must be below ${rinsedC}.` : null,
      };
    case 'weigh-soaked':
      return {
        ...nothing,
        todo: [
          'Bowl on the scale, tare, drained nuts in.',
          `About ${shownMass(prediction.soak.soakedMassG, manner)} is expected.`,
        ],
        lookFor: 'It tells how much water they took up. It can be left out.',
      };
    case 'peel':
      return {
        ...nothing,
        todo: [`${PEEL_WORDS[recipe.peel]}, a handful at a time.`],
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
                .map((one) => `${jugWords(one, manner)}${one.do === 'nuts' ? each : ''}.`),
              'Lid on and held down. Start low, then full speed.',
            ],
            lookFor: 'The rattle goes, froth on top.',
            stop: `When the count is full, or the jug feels warm: ${shownTemp(blend.warmthLimitC, manner.measures)} is the most.`,
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
            .map((one) => `${jugWords(one, manner)}.`),
          'Swill it round and add it to the mix.',
        ],
        lookFor: 'Clean glass.',
      };
    case 'strain':
      return strain.strainer === 'none' || blend.machine === 'cold-press'
        ? {
            ...nothing,
            todo: ['Pour the milk into a clean bowl or jug.'],
            caution: 'From blending on, two hours out of the fridge at most.',
          }
        : {
            todo: [
              `Pour a third or half a jug into the ${STRAINER_WORDS[strain.strainer].toLowerCase()} and let it run.`,
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
          `Pour ${shownVolume(washWaterMl(recipe, prediction), manner)} of the water kept back over the pulp.`,
          'Knead it through and let it run into the milk.',
        ],
        lookFor: 'Thinner, paler milk: that is right.',
      };
    case 'squeeze':
      return {
        ...nothing,
        todo: [`${SQUEEZE_WORDS[strain.squeeze]} squeeze, turning the bag tighter.`],
        lookFor: `About ${shownMass(prediction.pulp.massG, manner)} of pulp stays.`,
        stop: 'When it only drips.',
      };
    case 'weigh-milk':
      return {
        ...nothing,
        todo: ['Let the froth fall, then weigh or measure the milk, and weigh the pulp.'],
        lookFor: `About ${shownVolume(prediction.milk.volumeMl, manner)} of milk is expected.`,
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
        caution: 'Leave headspace in a jar for the freezer.',
      };
    case 'label':
      return { ...nothing, todo: ['Write on each jar:'] };
    case 'pulp':
      return {
        ...nothing,
        todo: ['Put the pulp away within two hours.'],
        lookFor: 'It keeps two days in the fridge, 90 in the freezer, 30 dried above 65 °C until brittle.',
        caution:
          'Damp meal moulds. Macadamia, cocoa and sweetened pulp are dangerous to dogs; nothing salted, sweet or mouldy goes to animals.',
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
