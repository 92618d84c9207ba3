import type {
  BatchState,
  DisplayPreferences,
  DoseMeasures,
  PlannedPrediction,
  Step,
  StepKind,
} from '@humble-churn/core';
import {
  PULP_KEEP_DAYS,
  RINSED_MAX_C,
  pouringOrder,
  formatDuration,
  formatMass,
  formatTemp,
  formatVolume,
  strainersOf,
  washWaterMl,
  stepDefinition,
} from '@humble-churn/core';
import { PEEL_LABELS, SQUEEZE_LABELS, STRAINER_LABELS, jugText } from '../../ui/recipeLabels';
import type { StepGuide, StepScreen, StepText } from './stepText';
import { doses, keptWaterMl, weighing } from './weighingText';

/** Said wherever pulp is handled. */
export const PULP_TO_ANIMALS =
  'Macadamia, cocoa and sweetener pulp are dangerous to dogs. Salted, sweetened or mouldy pulp is not for birds or livestock, nor any other animal.';

/** `twice, or ` before until when. */
function rinsesText(rinses: number): string {
  return rinses === 1 ? '' : `${rinses === 2 ? 'twice' : `${rinses} times`}, or `;
}

/** What is said and shown at each kind of step; its clock and its rules are core's. */
const STEP_TEXTS: Readonly<Record<StepKind, StepText>> = {
  weigh: {
    name: 'Weigh',
    screen: 'weigh',
    guide: (c) => ({
      todo: weighing(c.state, c.prediction, c.preferences),
      lookFor: 'Whole, dry, sweet-smelling nuts without shell pieces.',
      caution: 'Mouldy, rancid or musty nuts are thrown away, not rinsed.',
    }),
  },
  soak: {
    name: 'Soak',
    screen: 'soak',
    guide: (c) => ({
      todo: [
        c.keptMl > 0
          ? `Pour ${formatVolume(c.keptMl, c.preferences)} of ${c.soak.method === 'hot' ? 'boiling' : 'cold'} water over the nuts, no more: it stays in the milk.`
          : c.soak.method === 'hot'
            ? 'Pour boiling water over the nuts and cover them well.'
            : 'Cover the nuts with cold water, three fingers above them.',
        ...(c.soak.saltGPerKg > 0 ? [`Stir ${c.soak.saltGPerKg} g of salt into each litre of it.`] : []),
        `Stand the bowl ${c.soak.method === 'fridge' ? 'in the fridge' : 'where you see it'}${c.begun ? '.' : ', then start the clock.'}`,
      ],
      lookFor: 'Plump nuts, skins that slide, cloudy water.',
      stop: null,
      caution:
        c.soak.method === 'hot'
          ? `Boiling water burns: pour away from you. ${c.keptMl > 0 ? 'Afterwards the covered bowl cools in cold water' : 'Afterwards drain, rinse cold'}, and blend below ${c.rinsedC}.`
          : c.soak.method === 'counter'
            ? 'Eight hours on the counter at most, four in a warm kitchen; then the fridge. Sour or slimy nuts are thrown away.'
            : `${c.soak.changeEveryH !== null && c.soak.changeEveryH < c.soak.hours ? `Change the water every ${formatDuration(c.soak.changeEveryH * 3600)}. ` : ''}Sour or slimy nuts are thrown away.`,
    }),
  },
  cool: {
    name: 'Cool the bowl',
    screen: 'cool',
    guide: (c) => ({
      todo: [
        'Cover the bowl and stand it in a bath of cold water; change that water when it is warm.',
        `About ${formatDuration((c.prediction.soak.cooling?.bathH ?? 0) * 3600)} in the bath${c.prediction.soak.cooling?.standingH == null ? '' : `, ${formatDuration(c.prediction.soak.cooling.standingH * 3600)} if it only stands`}.`,
      ],
      lookFor: `${c.rinsedC} or less in the middle of the bowl.`,
      stop: null,
      caution: `Hot liquid in a closed jug can burst out: nothing is blended above ${c.rinsedC}.`,
    }),
  },
  drain: {
    name: 'Drain and rinse',
    screen: 'drain',
    guide: (c) => ({
      todo: [
        c.keptMl > 0
          ? 'Keep the soak water with the nuts: it is part of the milk.'
          : `Pour the soak water away and rinse ${rinsesText(c.recipe.soak.rinses ?? 1)}until the water runs clear.`,
        ...(c.hot && c.keptMl === 0 ? ['Rinse with cold water until the nuts feel cold.'] : []),
        // The older guide has no weighing of its own.
        ...(c.state.guide === 1
          ? [
              `Weigh the ${c.keptMl > 0 ? '' : 'drained '}nuts: about ${formatMass(c.prediction.soak.soakedMassG, c.preferences)} is expected.`,
            ]
          : []),
      ],
      lookFor: c.keptMl > 0 ? 'A bowl that smells fresh.' : 'Clear water.',
      stop: c.keptMl > 0 ? null : 'Shake off what drips.',
      caution: c.hot ? `Hot nuts in a closed jug can burst out: they must be below ${c.rinsedC}.` : null,
    }),
  },
  'weigh-soaked': {
    name: 'Weigh the soaked nuts',
    screen: 'weigh-soaked',
    guide: (c) => ({
      todo: [
        c.keptMl > 0
          ? 'Nuts and soak water stay together: there is nothing drained to weigh.'
          : 'Bowl on the scale, tare, drained nuts in.',
        `About ${formatMass(c.prediction.soak.soakedMassG, c.preferences)} is expected.`,
      ],
      lookFor: 'It tells how much water they took up. It can be left out.',
    }),
  },
  peel: {
    name: 'Peel',
    screen: 'done',
    guide: (c) => ({
      todo: [`${PEEL_LABELS[c.recipe.peel]}, a handful at a time.`],
      lookFor: 'Bare nuts.',
      stop: 'A few stubborn skins do no harm.',
      caution:
        c.recipe.peel === 'roast' ? 'Roasted nuts are hot: let them cool before they meet the towel.' : null,
    }),
  },
  blend: {
    name: 'Blend',
    screen: 'clock',
    guide: (c) =>
      c.blend.machine === 'cold-press'
        ? {
            todo: ['Ladle nuts and water into the press in equal parts, a little at a time.'],
            lookFor: 'Dry crumbs at the end of the press.',
            caution: 'Unplug before reaching in.',
          }
        : {
            todo: [
              ...pouringOrder(c.recipe, c.prediction)
                .filter(({ do: what }) => what !== 'lid' && what !== 'run' && what !== 'rinse')
                .map((one) => `${jugText(one, c.preferences)}.`),
              'Lid on and held down. Start low, then full speed.',
            ],
            lookFor: 'The rattle goes, froth on top.',
            stop: `When the count is full, or the jug feels warm: ${formatTemp(c.prediction.blend.warmthLimitC, c.preferences.measures)} is the most.`,
            caution:
              'Nothing hot into a closed jug. Unplug before reaching for the blades; pits and shell can break them.',
          },
  },
  feel: {
    name: 'Feel',
    screen: 'feel',
    guide: () => ({
      todo: ['Rub a drop between finger and thumb.'],
      lookFor: 'No grain, no specks, froth on top, the jug not warm.',
      stop: 'Smooth is done. Grain left: blend a little longer.',
      caution: 'Unplug before reaching in.',
    }),
  },
  rinse: {
    name: 'Rinse the jug',
    screen: 'done',
    guide: (c) => ({
      todo: [
        ...pouringOrder(c.recipe, c.prediction)
          .filter(({ do: what }) => what === 'rinse')
          .map((one) => `${jugText(one, c.preferences)}.`),
        'Swill it round and add it to the mix.',
      ],
      lookFor: 'Clean glass.',
    }),
  },
  strain: {
    name: 'Strain',
    screen: 'strain',
    guide: (c) => {
      if (c.first === undefined || c.blend.machine === 'cold-press') {
        return {
          todo: ['Pour the milk into a clean bowl or jug.'],
          caution: 'From blending on, two hours out of the fridge at most.',
        };
      }
      return c.first === 'cold-press'
        ? {
            todo: [
              'Ladle the blended mix into the press, a little at a time, and catch the milk in a clean bowl.',
            ],
            lookFor: 'Dry crumbs at the end of the press.',
            caution: 'Unplug before reaching in. From blending on, two hours out of the fridge at most.',
          }
        : {
            todo: [
              `Pour a third or half a jug into the ${STRAINER_LABELS[c.first].toLowerCase()} and let it run.`,
            ],
            lookFor: 'A thin, even stream.',
            stop: 'When it only drips, squeeze gently and pour on. If it squirts: slower, smaller pours.',
            caution:
              'Clean hands or gloves, a bag scalded with boiling water. From blending on, two hours out of the fridge at most.',
          };
    },
  },
  wash: {
    name: 'Wash the pulp',
    screen: 'done',
    guide: (c) => ({
      todo: [
        `Pour ${formatVolume(washWaterMl(c.recipe, c.prediction), c.preferences)} of the water kept back over the pulp.`,
        'Knead it through and let it run into the milk.',
      ],
      lookFor: 'Thinner, paler milk: that is right.',
    }),
  },
  squeeze: {
    name: 'Squeeze',
    screen: 'done',
    guide: (c) => ({
      todo: [`${SQUEEZE_LABELS[c.strain.squeeze]} squeeze, turning the bag tighter.`],
      lookFor: `About ${formatMass(c.prediction.pulp.massG, c.preferences)} of pulp stays.`,
      stop: 'When it only drips.',
    }),
  },
  'strain-again': {
    name: 'Strain again',
    screen: 'done',
    guide: (c) => ({
      todo: [
        `Pour the strained milk through the ${STRAINER_LABELS[c.further ?? 'fine-bag'].toLowerCase()}, slowly.`,
        'What it catches joins the pulp.',
      ],
      lookFor: 'Hardly a grain left in the milk.',
      caution: 'A bag scalded with boiling water. From blending on, two hours out of the fridge at most.',
    }),
  },
  'weigh-milk': {
    name: 'Weigh milk and pulp',
    screen: 'weigh-milk',
    guide: (c) => ({
      todo: [
        'Let the froth fall, then weigh or measure the milk, and weigh the pulp.',
        'What you do not measure is taken as expected.',
      ],
      lookFor: `About ${formatVolume(c.prediction.milk.volumeMl, c.preferences)} of milk is expected.`,
    }),
  },
  finish: {
    name: 'Finish',
    screen: 'done',
    guide: (c) => ({
      todo: doses(c.state, c.prediction, c.preferences),
      lookFor: 'Stir in a little at a time, and taste.',
      stop: 'When it tastes right: what is in cannot be taken out.',
      caution: null,
    }),
  },
  drink: {
    name: 'Drink',
    screen: 'done',
    guide: (c) => ({
      todo: [
        `Pour it into the glasses, about ${formatVolume(c.prediction.milk.volumeMl, c.preferences)} in all, and drink it at once.`,
      ],
      lookFor: 'It is not strained: stir, for it settles.',
      caution: 'Nothing of it is kept: what is left over goes into the sink after two hours.',
    }),
  },
  bottle: {
    name: 'Bottle',
    screen: 'bottle',
    guide: (c) => ({
      todo: [
        ...(c.state.guide === 1 && c.recipe.additions.some((dose) => dose.when === 'after')
          ? doses(c.state, c.prediction, c.preferences)
          : []),
        'Fill clean glass jars, and put them in the fridge at once.',
      ],
      caution: 'Leave headspace in a jar for the freezer: milk swells as it freezes. Shake before pouring.',
    }),
  },
  label: {
    name: 'Label',
    screen: 'label',
    guide: () => ({ todo: ['Write on each jar:'] }),
  },
  pulp: {
    name: 'The pulp',
    screen: 'pulp',
    guide: () => ({
      todo: ['Put the pulp away within two hours.'],
      lookFor: `It keeps ${PULP_KEEP_DAYS.fridge} days in the fridge, ${PULP_KEEP_DAYS.freezer} in the freezer, ${PULP_KEEP_DAYS.dried} dried above 65 °C until brittle.`,
      caution: `Damp meal moulds. ${PULP_TO_ANIMALS}`,
    }),
  },
  'wash-up': {
    name: 'Wash up',
    screen: 'done',
    guide: () => ({
      todo: ['Rinse cold first: hot water sets the protein. Then hot, and dry the bag inside out.'],
      lookFor: 'Nothing left under the blades and in the seams.',
      caution: 'Unplug before the blades are washed. A shared jug and bag carry traces of what was in them.',
    }),
  },
};

/** `Blend, load 1 of 2`: a step by its name and its number where there are several. */
export function stepName({ kind, nth, of }: Pick<Step, 'kind' | 'nth' | 'of'>): string {
  const { name } = STEP_TEXTS[kind];
  if (nth === null || of < 2) return name;
  return `${name}, ${stepDefinition(kind).counts ?? ''} ${nth} of ${of}`;
}

export function stepScreen(kind: StepKind): StepScreen {
  return STEP_TEXTS[kind].screen;
}

/** What to do at a step by the plan as it stands now, what to look for, when to stop, and what can hurt. */
export function stepGuide(
  step: Step,
  state: BatchState,
  prediction: PlannedPrediction,
  preferences: DisplayPreferences & DoseMeasures,
): StepGuide {
  const { recipe } = state;
  const [first, further] = strainersOf(recipe);
  const said = STEP_TEXTS[step.kind].guide({
    state,
    prediction,
    preferences,
    recipe,
    soak: recipe.soak,
    blend: recipe.blend,
    strain: recipe.strain,
    first,
    further,
    begun: state.steps.some((one) => one.id === step.id && one.begunAtMs !== null),
    hot: prediction.soak.hot,
    rinsedC: formatTemp(RINSED_MAX_C, preferences.measures),
    keptMl: keptWaterMl(prediction),
  });
  return { todo: [], lookFor: null, stop: null, caution: null, ...said };
}
