import type { AdditionDose, BatchState, Manner, Step, StepKind } from '@humble-churn/core';
import { doseG, findAddition, pouringOrder, shownDose, shownMass, shownVolume } from '@humble-churn/core';
import { PEEL_WORDS, SQUEEZE_WORDS, STRAINER_WORDS, jugWords } from '../bench/words';

const NAMES: Readonly<Record<StepKind, string>> = {
  weigh: 'Weigh',
  soak: 'Soak',
  drain: 'Drain and rinse',
  peel: 'Peel',
  blend: 'Blend',
  strain: 'Strain',
  bottle: 'Bottle',
};

export function stepName(step: Step, loads: number): string {
  const name = NAMES[step.kind];
  return step.load !== null && loads > 1 ? `${name}, load ${step.load} of ${loads}` : name;
}

export interface StepGuide {
  /** What to do now. */
  todo: readonly string[];
  /** What tells that it is done. */
  lookFor: string | null;
  /** What can hurt here. */
  caution: string | null;
}

/** What to stir in, by the milk that was really obtained where it was weighed. */
function stirredIn({ recipe, prediction, measured }: BatchState, manner: Manner): string[] {
  const after = recipe.additions.filter((dose) => dose.when === 'after');
  if (after.length === 0) return [];
  const volumeMl = measured.milkMl ?? prediction.milk.volumeMl;
  const words = (dose: AdditionDose): string => {
    const addition = findAddition(dose.addition);
    return addition ? `${shownDose(doseG(dose, volumeMl), addition)} of ${addition.name.toLowerCase()}` : '';
  };
  const amount = `${measured.milkMl === null ? 'the expected' : 'the'} ${shownVolume(volumeMl, manner)}`;
  return [`Stir into ${amount}, a little at a time, tasting: ${after.map(words).join('; ')}.`];
}

/** What to do at a step, what to look for, and the caution that belongs there. */
export function stepGuide(step: Step, state: BatchState, manner: Manner): StepGuide {
  const { recipe, prediction } = state;
  const { soak, blend, strain } = recipe;
  const { loads } = prediction.blend;
  const each = loads > 1 ? ` for each of ${loads} loads` : '';
  const hot = prediction.soak.hot;
  switch (step.kind) {
    case 'weigh':
      return {
        todo: [
          ...prediction.nuts.map((nut) => `${shownMass(nut.massG, manner)} of ${nut.name.toLowerCase()}`),
          // A batch planned before other liquids were has water only.
          ...(prediction.liquids.length === 0
            ? [`${shownVolume(prediction.liquidMl, manner)} of water for blending, kept cold`]
            : prediction.liquids.map(
                (liquid) =>
                  `${shownVolume(liquid.volumeMl, manner)} of ${liquid.name.toLowerCase()} for blending, kept cold`,
              )),
          ...(prediction.iceG > 0
            ? [`${shownMass(prediction.iceG, manner)} of ice, just before blending`]
            : []),
          ...prediction.additions
            .filter((one) => one.when === 'before')
            .map((one) => `${shownMass(one.massG, manner)} of ${one.name.toLowerCase()}, to blend in`),
          ...(soak.method === 'none'
            ? []
            : [`a bowl of at least ${shownVolume(prediction.soak.bowlMl, manner)} for the soak`]),
        ],
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
            ? 'Stand the bowl in the fridge, then start the timer.'
            : 'Stand the bowl where you see it, then start the timer.',
        ],
        lookFor: 'Plump nuts, skins that slide, cloudy water.',
        caution:
          soak.method === 'hot'
            ? 'Boiling water burns: pour away from you.'
            : soak.method === 'counter'
              ? 'Eight hours on the counter at most, four in a warm kitchen. Sour or slimy nuts are thrown away.'
              : 'Change the water every twelve hours. Sour or slimy nuts are thrown away.',
      };
    case 'drain':
      return {
        todo: [
          'Pour the soak water away and rinse until the water runs clear.',
          ...(hot ? ['Rinse with cold water until the nuts feel cold.'] : []),
          `Weigh the drained nuts: about ${shownMass(prediction.soak.soakedMassG, manner)} is expected.`,
        ],
        lookFor: 'Clear water.',
        caution: hot ? 'Hot nuts in a closed jug can burst out: they must be below 30 °C.' : null,
      };
    case 'peel':
      return {
        todo: [`${PEEL_WORDS[recipe.peel]}, a handful at a time.`],
        lookFor: 'Bare nuts; a few stubborn skins do no harm.',
        caution:
          recipe.peel === 'roast' ? 'Roasted nuts are hot: let them cool before they meet the towel.' : null,
      };
    case 'blend':
      return blend.machine === 'cold-press'
        ? {
            todo: ['Ladle nuts and water into the press in equal parts, a little at a time.'],
            lookFor: 'Dry crumbs at the end of the press.',
            caution: 'Unplug before reaching in.',
          }
        : {
            todo: [
              ...pouringOrder(recipe, prediction)
                .filter(({ do: what }) => what !== 'lid' && what !== 'run')
                .map((one) => `${jugWords(one, manner)}${one.do === 'nuts' ? each : ''}.`),
              'Lid on and held down. Start low, then full speed, and start the timer.',
            ],
            lookFor:
              'A drop between finger and thumb feels smooth, the rattle is gone, froth on top, the jug not warm.',
            caution:
              'Nothing hot into a closed jug. Unplug before reaching for the blades; pits and shell can break them.',
          };
    case 'strain':
      return {
        todo: [
          strain.strainer === 'none' || blend.machine === 'cold-press'
            ? 'Pour the milk into a clean bowl or jug.'
            : `Pour through the ${STRAINER_WORDS[strain.strainer].toLowerCase()}, a third at a time; ${SQUEEZE_WORDS[strain.squeeze].toLowerCase()} squeeze.`,
          'Let the froth fall, then weigh or measure the milk, and weigh the pulp.',
        ],
        lookFor: `About ${shownVolume(prediction.milk.volumeMl, manner)} of milk is expected.`,
        caution:
          'Clean hands or gloves, a bag scalded with boiling water. From blending on, two hours out of the fridge at most.',
      };
    case 'bottle':
      return {
        todo: [
          ...stirredIn(state, manner),
          'Fill clean glass jars, label them, and put them in the fridge at once.',
        ],
        lookFor: null,
        caution: 'Leave headspace in a jar for the freezer.',
      };
  }
}
