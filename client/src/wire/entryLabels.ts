import type { CommandName } from '@humble-churn/contract';
import type { RecordableEvent } from './batches';
import type { Entry, EntryOf } from './commandEntries';

type Labels = { [N in CommandName]: (entry: EntryOf<N>) => string };

/** What each command was, without the batch at hand: for one that the server did not take. */
const LABELS: Labels = {
  startBatch: ({ body }) => `the start of ${body.recipe.name}`,
  recordEvents: ({ body }) => body.happenings.map(happeningKind).join(', '),
  makePlan: ({ effect }) => `the plan for ${effect.recipe.name}, kept`,
  changePlan: ({ body, effect }) =>
    `the plan for ${effect.recipe.name}, ${body.status === 'dropped' ? 'dropped' : 'changed'}`,
  saveRecipe: ({ effect }) => `the recipe ${effect.recipe.name}`,
  saveVersion: ({ effect }) => `version ${effect.version} of ${effect.recipe.name}`,
  removeVersion: ({ params, effect }) => `version ${params.version} of ${effect.recipe.name}, taken back`,
  archiveRecipe: ({ effect }) => `${effect.recipe.name}, ${effect.away ? 'archived' : 'back in the book'}`,
  addIngredient: ({ effect }) => `the ingredient ${effect.name}`,
  changeIngredient: ({ body, effect }) =>
    `${effect.name}, ${body.pack ? 'corrected' : effect.archived ? 'archived' : 'back'}`,
  changeKitchen: () => 'a change of settings',
  logFridge: ({ body }) =>
    body.readings.length > 0 ? 'what the fridge’s thermometer read' : 'a reading of the fridge, struck off',
  setAside: ({ body }) => `a row ${body.aside ? 'set aside' : 'taken up again'}`,
};

export function entryLabel(entry: Entry): string {
  // The label of its own name.
  return (LABELS[entry.name] as (entry: Entry) => string)(entry);
}

function happeningKind(what: RecordableEvent): string {
  switch (what.type) {
    case 'measured':
      return `${what.what} ${Math.round('massG' in what.reading ? what.reading.massG : what.reading.volumeMl)} ${'massG' in what.reading ? 'g' : 'mL'}`;
    case 'not-measured':
      return `${what.what} not measured`;
    case 'probed':
      return `${what.what} ${what.tempC.toFixed(1)} °C`;
    case 'step-done':
      return `${what.step} done`;
    case 'step-begun':
      return `${what.step} begun`;
    case 'step-paused':
      return `${what.step} held`;
    case 'time-added':
      return `${what.seconds} s more`;
    case 'soak-tended':
      return 'the soak tended';
    case 'liquid-added':
      return `${Math.round(what.volumeMl)} mL of water`;
    case 'loads-split':
      return `parted into ${what.loads} loads`;
    case 'bottled':
      return `${what.jars.length} jars filled`;
    case 'jar-moved':
    case 'jar-drawn':
    case 'jar-split':
    case 'jar-topped-up':
    case 'jar-checked':
    case 'jar-emptied':
    case 'jar-discarded':
      return 'a change to a jar';
    case 'pulp-stored':
    case 'pulp-moved':
    case 'pulp-split':
    case 'pulp-taken':
    case 'pulp-used':
      return 'a change to the pulp';
    case 'pulp-weighed':
      return `pulp on the tray ${Math.round(what.massG)} g`;
    case 'abandoned':
      return `given up: ${what.reason}`;
    case 'undone':
      return 'an undo';
    case 'step-timed':
      return `${what.step} took ${Math.round(what.seconds / 60)} min`;
    case 'stirred-in':
      return `${what.addition}, ${what.massG.toFixed(1)} g put in`;
    case 'left-out':
      return `${what.addition} left out`;
    case 'equipment-used':
      return 'other gear';
    case 'tasted':
      return 'a tasting glass';
    case 'jug-again':
      return 'back into the jug';
    case 'judged':
      return `${what.what}: ${what.verdict}`;
    case 'liked':
      return what.words ?? `liked ${what.liking ?? 0} of 4`;
    case 'entered-afterwards':
      return 'entered afterwards';
    case 'corrected':
      return `a correction: ${happeningKind(what.to)}`;
    case 'drink-made':
      return `a drink: ${what.name}`;
  }
}
