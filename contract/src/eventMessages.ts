import type { EventRefusalCode } from '@humble-churn/core';

/** Why the log does not take an event, in words. */
export function eventRefusalMessage(code: EventRefusalCode): string {
  switch (code) {
    case 'batch-over':
      return 'This batch is already over.';
    case 'not-the-current-step':
      return 'Another step comes first. The screen now shows where the batch stands.';
    case 'step-already-done':
      return 'This step is already done, perhaps on another device.';
    case 'unknown-step':
      return 'This batch has no such step.';
    case 'unknown-jar':
      return 'This batch has no such jar.';
    case 'jar-gone':
      return 'This jar is already empty or thrown away.';
    case 'jar-there':
      return 'This batch has such a jar already.';
    case 'jar-frozen':
      return 'Frozen milk is thawed first: only what is liquid is poured together.';
    case 'milk-over':
      return 'One of the two is to be thrown away: poured together, all of it would be.';
    case 'too-late-to-freeze':
      return 'Only milk that is still at its best may be frozen, and only once.';
    case 'not-the-last-event':
      return 'Something happened since: only the latest entry can be taken back.';
    case 'already-planned':
      return 'This batch is already planned.';
    case 'no-such-pulp':
      return 'There is no such pulp left.';
    case 'already-running':
      return 'Its clock is already running.';
    case 'not-running':
      return 'Its clock is not running.';
    case 'no-soak-standing':
      return 'No soak is standing now.';
    case 'soak-stands-there':
      return 'The bowl already stands there.';
    case 'cannot-split':
      return 'So many loads are not possible from here on.';
    case 'not-strained':
      return 'The milk is not strained yet.';
    case 'more-than-there-is':
      return 'That is more than there is.';
    case 'not-planned':
      return 'That addition is not in the recipe of this batch.';
    case 'already-begun':
      return 'This batch was already begun at the counter.';
    case 'not-timed':
      return 'This step has no time of its own, or is not done yet.';
    case 'unknown-entry':
      return 'There is no such entry any more: it may have been taken back.';
    case 'not-correctable':
      return 'This entry holds nothing to correct. It can only be taken back.';
    case 'other-kind':
      return 'A correction keeps what the entry is about.';
    case 'less-than-was-poured':
      return 'More than that was already poured out of this jar.';
    case 'not-drying':
      return 'This pulp is not drying: there is nothing to weigh on the way.';
    case 'still-drying':
      return 'Take it off the tray first: while it dries it is weighed as one.';
    case 'portion-there':
      return 'This portion is already put away.';
    case 'past-its-time':
      return 'This pulp is past its time: compost or bin it.';
    case 'not-for-animals':
      return 'Not for animals: it holds sweetener, salt, fruit, or something that is not known to be safe for them.';
    case 'thawed-once':
      return 'What was thawed is not frozen again.';
    case 'not-dried':
      return 'It has to dry first.';
    case 'not-dried-for-cupboard':
      return 'Dried below 65 °C it is not dry enough for the cupboard: into the fridge, and eat it within two days.';
    case 'freezing-is-moving':
      return 'Move the jar to the freezer on the shelf: its hours before that count as they were.';
    case 'steps-would-change':
      return 'That would change the steps of this batch, and it is past them.';
    case 'still-hot':
      return 'The bowl is still too hot for a closed jug: 30 °C or less, by the probe or when its time in the bath is up.';
  }
}
