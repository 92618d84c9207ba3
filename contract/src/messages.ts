import type {
  AllergenFacts,
  Caution,
  ContainedAllergen,
  PlanConstraint,
  PlannedStepKind,
  RecipePart,
  Refusal,
} from '@humble-churn/core';

type Params = Readonly<Record<string, number | string>>;

function figure(value: number | string | undefined, digits = 0): string {
  return typeof value === 'number' ? value.toFixed(digits).replace(/\.0+$/, '') : (value ?? '');
}

function range(params: Params, unit: string): string {
  return `between ${figure(params['min'], 1)} and ${figure(params['max'], 1)}${unit}`;
}

const SOAK_PLACE: Readonly<Record<string, string>> = {
  fridge: 'in the fridge',
  counter: 'on this counter',
  hot: 'in hot water',
};

/** A refusal of the core as a sentence that says what to change. */
export function refusalMessage({ code, path, params }: Refusal): string {
  switch (code) {
    case 'unknown-ingredient':
      return `“${figure(params['ingredient'])}” is not among the ingredients of this kitchen.`;
    case 'no-nuts':
      return 'Choose at least one nut or seed.';
    case 'share-not-positive':
      return 'Each nut of a blend needs a part above zero.';
    case 'amount-out-of-range':
      return path.includes('massG')
        ? `Nuts must weigh ${range(params, ' g')}.`
        : `Milk must be ${range(params, ' mL')}.`;
    case 'ratio-out-of-range':
      return `Water must weigh ${range(params, ' times')} the nuts.`;
    case 'not-a-number':
      return 'These figures do not work out to a number. Check each of them.';
    case 'soak-too-long':
      return `${figure(params['hours'], 1)} h is too long ${SOAK_PLACE[String(params['method'])] ?? ''}: ${figure(params['maxH'], 1)} h is the most.`;
    case 'soak-not-positive':
      return 'A soak needs some time. Choose “no soak” to leave it out.';
    case 'soak-temperature-out-of-range':
      return `Soak water must be ${range(params, ' °C')}.`;
    case 'salt-out-of-range':
      return `Salt in the soak water must be ${range(params, ' g per kg')}.`;
    case 'cannot-peel':
      return params['form'] === 'whole'
        ? `${figure(params['name'])} cannot be peeled this way.`
        : `${figure(params['name'])}: ${params['form'] === 'ground' ? 'flour' : 'chopped nuts'} cannot be peeled. Leave the skins, or take whole nuts.`;
    case 'glass-strained':
      return 'Straight into the glass nothing is strained: choose a jug or a cup, and no strainer.';
    case 'no-second-strainer':
      return 'There is nothing to strain a second time here. Choose a first strainer, or leave the second out.';
    case 'dose-over-cap':
      return `${figure(params['gPerL'], 1)} g of ${figure(params['name']).toLowerCase()} per litre is too much: ${figure(params['mostGPerL'], 1)} g is the most. ${sentence(figure(params['note']))}`;
    case 'ice-exceeds-water':
      return 'Ice can be at most nine tenths of the water.';
    case 'rupture-out-of-range':
      return 'Choose how fine to blend between 5 and 99 %.';
    case 'seconds-out-of-range':
      return `Blending must last ${range(params, ' s')}.`;
    case 'machine-out-of-range':
      return `This figure of the machine must be ${range(params, '')}.`;
    case 'too-many-loads':
      return `That is ${figure(params['loads'])} loads for this machine; ${figure(params['maxLoads'])} is the most. Make less, or use a bigger jug.`;
    case 'wash-out-of-range':
      return 'At most six tenths of the water can be kept for a second washing, and only when the milk is strained.';
    case 'no-milk':
      return 'No milk from this batch: the pulp and the tools keep all of it. Use more water, or more of everything.';
    case 'milk-out-of-reach':
      return `This machine reaches ${figure(params['mostMl'])} mL in one go. Make less, or use a bigger jug.`;
    case 'unknown-addition':
      return `“${figure(params['addition'])}” is not among the additions.`;
    case 'dose-out-of-range':
      return `${figure(params['name'])}: ${range(params, '')} is the range.`;
    case 'not-a-liquid':
      return `“${figure(params['liquid'])}” does not take the place of water.`;
    case 'hot-liquid':
      return `Hot liquid in a closed jug can burst out. ${figure(params['mostC'])} °C is the most: let it cool, or use it for the soak.`;
    case 'solids-out-of-reach':
      return `${figure(params['wantedPct'], 1)} % solids cannot be reached by any ratio: with these nuts and tools between ${figure(params['leastPct'], 1)} and ${figure(params['mostPct'], 1)} %.`;
    case 'pulp-out-of-reach':
      if (params['mostG'] === 0) return 'Unstrained milk leaves no pulp. Choose a strainer.';
      return params['leastG'] !== undefined
        ? `${figure(params['wantedG'])} g of pulp is less than the smallest batch leaves: ${figure(params['leastG'])} g.`
        : `${figure(params['wantedG'])} g of pulp is more than this machine makes in one go: ${figure(params['mostG'])} g is the most.`;
    case 'name-poisonous':
      return poisonWords(String(params['name']), String(params['why']));
    case 'composition-over-100':
      return 'These figures add up to more than 100 g in 100 g. Check them against the pack.';
    case 'fibre-over-carbohydrate':
      return `${figure(params['fibrePct'], 1)} g of fibre cannot be part of ${figure(params['carbPct'], 1)} g of carbohydrate. Likelier, this pack lists fibre beside carbohydrate: choose that below, or check both figures.`;
    case 'sugars-over-carbohydrate':
      return `${figure(params['sugarsPct'], 1)} g of sugars do not fit: beside the fibre only ${figure(params['leftPct'], 1)} g of carbohydrate are left. Check these figures against the pack.`;
  }
}

/** A note of the table as a sentence of its own. */
function sentence(note: string): string {
  return note === '' ? '' : `${note.charAt(0).toUpperCase()}${note.slice(1)}.`;
}

function poisonWords(name: string, why: string): string {
  switch (why) {
    case 'cyanide':
      return `“${name}” is not taken: bitter almonds and stone-fruit kernels release cyanide. Only sweet almonds are safe.`;
    case 'raw-bean':
      return `“${name}” is not taken: raw beans are poisonous until boiled.`;
    default:
      return `“${name}” is not taken: it is poisonous.`;
  }
}

/** A caution of the core in words. */
export function cautionMessage({ code, params }: Caution): string {
  const name = figure(params['name']);
  switch (code) {
    case 'below-soak-minimum':
      return `${name}: a short soak. The nuts stay hard, so blending takes longer and warms more.`;
    case 'past-soak-maximum':
      return `${name}: ${figure(params['hours'], 1)} h is past the usual most of ${figure(params['maxH'])} h. Change the water, smell it, and throw the nuts out if they are slimy or sour.`;
    case 'counter-soak-long':
      return `Past ${figure(params['limitH'])} h on the counter the soak eats into the keeping time. Overnight belongs in the fridge.`;
    case 'salted-soak':
      return 'Salted soak: rinse well, and taste before the milk is salted a second time.';
    case 'hot-soak':
      return `Boiling water burns. Drain, rinse cold, and blend below ${figure(params['belowC'])} °C: hot liquid in a closed jug can burst out.`;
    case 'skins-hold':
      return `${name}: the skins do not slip yet. They need a hot soak, or about eight hours at room warmth.`;
    case 'peel-roast-hot':
      return 'Roasted nuts are hot: let them cool before they meet the towel and the jug.';
    case 'too-warm':
      return `The mix ends near ${figure(params['endTempC'])} °C, above ${figure(params['limitC'])} °C. Use colder water or ice, or blend in two goes.`;
    case 'not-broken':
      return `Only about ${figure(Number(params['rupture']) * 100)} % of the nuts would be broken up: expect a thin, gritty milk.`;
    case 'gritty-unstrained':
      return `${name} unstrained stays gritty: fine for porridge and baking, rough in a glass.`;
    case 'boils-over':
      return 'The mix would reach 95 °C and boil over. Stop well before: blend for less time, or in smaller loads.';
    case 'tastes-cooked':
      return `Above ${figure(params['fromC'])} °C the milk tastes cooked and thickens.`;
    case 'ice-left':
      return `About ${figure(params['iceG'])} g of ice will not have melted when the blades stop. It goes on melting and thins the milk: take less ice.`;
    case 'gel-keeps-milk':
      return `${name} turns to a gel that holds on to the milk: strained, much of it stays in the bag. It is best left unstrained.`;
    case 'cool-kept-soak':
      return `Boiling water burns, and hot liquid in a closed jug can burst out. Stand the covered bowl in cold water for about ${figure(params['minutes'])} min, until it reads ${figure(params['belowC'])} °C or less. Only then blend.`;
    case 'over-cap':
      return `${name}: ${figure(params['gPerL'], 1)} g a litre is above the usual most of ${figure(params['maxGPerL'], 1)} g. ${sentence(figure(params['note']))}`;
    case 'selenium-accent':
      return `About ${figure(params['gPerL'])} g of ${name} per litre. Keep to ${figure(params['maxGPerL'])} g: it is very rich in selenium.`;
    case 'raw-limit':
      return `${name}, eaten raw: at most ${figure(params['limitG'])} g a serving for grown-ups, and not for toddlers. A litre of this milk is made with ${figure(params['gPerL'])} g.`;
    case 'brazil-accent':
      return `About ${figure(params['gPerL'])} g of Brazil nuts per litre. Keep to ${figure(params['maxGPerL'])} g: they are very rich in selenium.`;
    case 'flax-raw':
      return 'Flax: at most 15 g a serving for grown-ups, and not for toddlers.';
    case 'kept-soak-water':
      return 'The soak water goes into the jug: soak in the fridge, or two hours on the counter at most.';
    case 'guessed-figures':
      return `${name}: some figures are guesses, because the pack does not say them.`;
    case 'several-loads':
      return `All of it would be over the fill line of ${figure(params['fillLineMl'])} mL: blend in ${figure(params['loads'])} loads.`;
    case 'addition-note':
      return `${name}: ${figure(params['note'])}.`;
    case 'salted-twice':
      return 'The soak was salted already: taste before the milk is salted as well.';
    case 'salty':
      return `${figure(params['gPerL'], 1)} g of salt per litre tastes salty; up to ${figure(params['maxGPerL'])} g is usual. Salt does not lengthen the keeping time.`;
    case 'much-soda':
      return `Baking soda: at most ${figure(params['maxGPerL'], 1)} g per litre.`;
    case 'keeps-shorter':
      return 'Fruit, dates or coconut water in it: the milk keeps for a quarter less time.';
    case 'allergens-unknown':
      return `Not for ${name}: an ingredient cannot be read, so its allergens are unknown. Correct it in Kitchen first.`;
    case 'not-for-drinker':
      return `Not for ${name}: it contains what ${name} avoids (${figure(params['allergens'])}). Make ${name} another one with gear kept apart.`;
    case 'someone-avoids':
      return `${name} avoids ${figure(params['allergens'])}: label the jar, and keep it from ${name}’s cup.`;
    case 'gear-kept-apart':
      return `${name} is kept apart from ${figure(params['allergens'])}. Used for this batch, it no longer is.`;
    case 'gear-shared':
      return `For ${name}, who avoids ${figure(params['allergens'])}: a shared jug and bag carry traces. Use gear kept apart; with an allergy, follow your own doctor.`;
  }
}

/** What stands in the way of a plan, in words. */
export function planConstraintMessage(limit: PlanConstraint): string {
  switch (limit) {
    case 'quiet-hours':
      return 'the quiet hours of the machines';
    case 'waking-hours':
      return 'the hours you sleep';
    case 'jug':
      return 'the one jug';
    case 'bag':
      return 'the one bag';
    case 'bowls':
      return 'the soaking bowls';
    case 'hands':
      return 'your hands, busy with another batch';
    case 'time':
      return 'the time that is left';
  }
}

const MISSING: Readonly<Record<PlanConstraint, string>> = {
  'quiet-hours': 'an hour when machines may run',
  'waking-hours': 'an hour when you are up',
  jug: 'a free jug',
  bag: 'a free bag',
  bowls: 'a free soaking bowl',
  hands: 'a free hand, while another batch needs you',
  time: 'enough time from now',
};

/** That a plan does not fit, and what it would need. */
export function noTimeMessage(limit: PlanConstraint): string {
  return `No time fits before that glass. What is missing: ${MISSING[limit]}.`;
}

const PLANNED_STEP_WORDS: Readonly<Record<PlannedStepKind, string>> = {
  weigh: 'Weigh',
  soak: 'Soak',
  drain: 'Drain and rinse',
  cool: 'Cool the bowl',
  blend: 'Blend',
  strain: 'Strain',
  bottle: 'Bottle',
  chill: 'Chill',
  'wash-up': 'Wash up',
};

export function plannedStepLabel(kind: PlannedStepKind): string {
  return PLANNED_STEP_WORDS[kind];
}

/** All that is done in one visit to the kitchen. */
export function visitLabel(kinds: readonly PlannedStepKind[]): string {
  const [first = '', ...rest] = kinds.map(plannedStepLabel);
  return [first, ...rest.map((words) => words.toLowerCase())].join(', ');
}

/** What changed between two versions of a recipe, in words. */
export const RECIPE_PART_LABELS: Readonly<Record<RecipePart, string>> = {
  name: 'name',
  nuts: 'nuts',
  amount: 'amount',
  ratio: 'water to nuts',
  soak: 'soak',
  peel: 'skins',
  machine: 'machine',
  'water-order': 'order of the water',
  'blend-end': 'how fine',
  liquid: 'liquid',
  ice: 'ice',
  strainer: 'strainer',
  squeeze: 'squeeze',
  wash: 'second washing',
  additions: 'additions',
  drinkers: 'who drinks it',
  purpose: 'what it is for',
};

function allergenNames(contains: readonly ContainedAllergen[]): string[] {
  return contains.map(({ allergen, byRegion }) => {
    const name = allergen === 'other' ? 'another one named on the pack' : allergen;
    return byRegion ? `${name} (named in some regions)` : name;
  });
}

/** Allergens in words, as they stand on a label: never nothing, and never a guess. */
export function allergensText({ contains, unknown }: AllergenFacts): string {
  const names = allergenNames(contains);
  if (unknown) return [...names, 'unknown: an ingredient cannot be read'].join(', ');
  return names.length === 0 ? 'none listed' : names.join(', ');
}

/** Said of an answer for which not all ways were looked at: what was found, or that nothing was, is not proven. */
export const NOT_ALL_SEARCHED =
  'There were too many ways to look at all of them: moments set by hand may still fit, or fit better.';
