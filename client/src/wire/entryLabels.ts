import type { Entry, RecordableEvent } from './outbox';
import { isOfPlan } from './outbox';

/** What an entry was, without the batch at hand: for one that the server did not take. */
export function entryLabel(entry: Entry): string {
  if (isOfPlan(entry)) {
    const done = entry.makes ? 'kept' : entry.changes.status === 'dropped' ? 'dropped' : 'changed';
    return `the plan for ${entry.plan.recipe.name}, ${done}`;
  }
  const { begins, happenings } = entry;
  return begins ? `the start of ${begins.batch.recipe.name}` : happenings.map(happeningKind).join(', ');
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
    case 'jar-emptied':
    case 'jar-discarded':
      return 'a change to a jar';
    case 'pulp-stored':
    case 'pulp-used':
      return 'a change to the pulp';
    case 'abandoned':
      return `given up: ${what.reason}`;
    case 'undone':
      return 'an undo';
  }
}
