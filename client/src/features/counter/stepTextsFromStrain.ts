import type { DisplayPreferences, JugAgainLoad } from '@humble-churn/core';
import {
  COOKED_FROM_C,
  JUG_AGAIN_LEAST_S,
  PULP_KEEP_DAYS,
  formatMass,
  formatTemp,
  formatVolume,
  jugAgainLoad,
  washWaterMl,
} from '@humble-churn/core';
import { PULP_TO_ANIMALS } from '../../ui/pulpLabels';
import { SQUEEZE_LABELS, STRAINER_LABELS } from '../../ui/recipeLabels';
import type { StepText } from './stepText';
import { doses, milkIntoText } from './weighingText';

/** What goes back into the jug: all at once, or so much at a time. */
function jugAgainText({ fills, massG }: JugAgainLoad, preferences: DisplayPreferences): string {
  const much = formatMass(massG, preferences);
  return fills === 1
    ? `Milk and what goes into it into the jug, about ${much}, lid on and held down.`
    : `Milk and what goes into it into the jug, about ${much} at a time, ${fills} times; lid on and held down.`;
}

/** What is said at the steps from straining to the washing up. */
export const STEPS_FROM_STRAIN = {
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
  taste: {
    name: 'Taste and stretch',
    screen: 'taste',
    guide: () => ({
      todo: ['Pour a little into a glass and taste.'],
      lookFor: 'As thin as you like it. Too thin cannot be mended.',
    }),
  },
  finish: {
    name: 'Finish',
    screen: 'finish',
    guide: (c) => ({
      todo:
        c.state.guide > 3
          ? [`Into ${milkIntoText(c.state, c.prediction, c.preferences)}:`]
          : doses(c.state, c.prediction, c.preferences),
      lookFor: 'Stir in a little at a time, and taste.',
      stop: 'When it tastes right: what is in cannot be taken out.',
      caution: null,
    }),
  },
  'jug-again': {
    name: 'Back into the jug',
    screen: 'jug-again',
    guide: (c) => ({
      todo: [
        jugAgainText(jugAgainLoad(c.state), c.preferences),
        `At ${Math.round(100 * jugAgainLoad(c.state).speed)} % of full speed, ${JUG_AGAIN_LEAST_S} seconds at least.`,
      ],
      lookFor: 'No drops of fat, no pieces of fruit.',
      stop: `Before it warms: above ${formatTemp(COOKED_FROM_C, c.preferences.measures)} it tastes cooked.`,
      caution:
        'Nothing hot into a closed jug. Dates and fruit without pits; unplug before reaching for the blades.',
    }),
  },
  'strain-finished': {
    name: 'Strain the finished milk',
    screen: 'done',
    guide: (c) => ({
      todo: [
        `Pour it through the ${STRAINER_LABELS[c.further ?? (c.first === undefined || c.first === 'cold-press' ? 'fine-sieve' : c.first)].toLowerCase()} once more: dates and fruit leave threads.`,
      ],
      lookFor: 'Nothing on the tongue but milk.',
      caution: 'From blending on, two hours out of the fridge at most.',
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
} as const satisfies Record<string, StepText>;
