import { formatDuration, formatMass, formatTemp, formatVolume, pouringOrder } from '@humble-churn/core';
import { PEEL_LABELS, jugText } from '../../ui/recipeLabels';
import type { StepText } from './stepText';
import { weighing } from './weighingText';

/** `twice, or ` before until when. */
function rinsesText(rinses: number): string {
  return rinses === 1 ? '' : `${rinses === 2 ? 'twice' : `${rinses} times`}, or `;
}

/** What is said at the steps up to the blended mix. */
export const STEPS_TO_BLEND = {
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
} as const satisfies Record<string, StepText>;
