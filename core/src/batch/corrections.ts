import type { BatchEvent, CorrectableBody, CorrectableType } from './batchState';
import { CORRECTABLE } from './batchState';

/** An entry that holds something read, judged or said, which may turn out to have been otherwise. */
export function isCorrectable(event: BatchEvent): event is BatchEvent & { type: CorrectableType } {
  return CORRECTABLE.some((type) => type === event.type);
}

/** An entry that says `to` in place of what it said: it stays itself, at its moment. */
function correctedBy({ id, atMs }: BatchEvent, to: CorrectableBody): BatchEvent {
  return { ...to, id, atMs };
}

/**
 * Events that still count: those not undone, without the undoing itself, each as it was last corrected. Corrections stay
 * among them, so that they can be taken back; they change nothing by themselves.
 */
export function effectiveEvents(events: readonly BatchEvent[]): BatchEvent[] {
  const gone = new Set<string>();
  for (const event of events) if (event.type === 'undone') gone.add(event.eventId);
  const counted = events.filter((event) => event.type !== 'undone' && !gone.has(event.id));
  const corrected = new Map<string, CorrectableBody>();
  for (const event of counted) if (event.type === 'corrected') corrected.set(event.eventId, event.to);
  if (corrected.size === 0) return counted;
  return counted.map((event) => {
    const to = corrected.get(event.id);
    return to?.type === event.type ? correctedBy(event, to) : event;
  });
}

/** Milk that was poured out of a jar by these entries, less what was poured into it, mL. */
function pouredMl(events: readonly BatchEvent[], jarId: string): number {
  let sumMl = 0;
  for (const event of events) {
    const draws = event.type === 'jar-drawn' || event.type === 'jar-split' || event.type === 'drink-made';
    if (draws && event.jarId === jarId) sumMl += event.volumeMl;
    if (event.type !== 'jar-topped-up') continue;
    if (event.fromId === jarId) sumMl += event.volumeMl;
    if (event.jarId === jarId) sumMl -= event.volumeMl;
  }
  return sumMl;
}

export type CorrectionRefusal =
  | 'unknown-entry'
  | 'not-correctable'
  | 'other-kind'
  | 'less-than-was-poured'
  | 'freezing-is-moving'
  | 'steps-would-change';

/**
 * Why an entry may not be corrected to `to`; null when it may. It must count and hold something read, judged or said;
 * it stays of its kind and about the same thing; no jar may end with less than was poured out of it; and no hours of
 * the past may turn into hours in the freezer.
 */
export function correctionRefusal(
  counted: readonly BatchEvent[],
  eventId: string,
  to: CorrectableBody,
): CorrectionRefusal | null {
  const was = counted.find(({ id }) => id === eventId);
  if (!was) return 'unknown-entry';
  if (!isCorrectable(was)) return 'not-correctable';
  if (was.type !== to.type || subjectOf(was) !== subjectOf(to)) return 'other-kind';
  // The freezer stops a jar's clock: only a jar that stands there now is known to have been put there.
  if (to.type === 'jar-moved' && to.place === 'freezer' && was.type === 'jar-moved') {
    if (was.place !== 'freezer') return 'freezing-is-moving';
  }
  const then = counted.map((event) => (event.id === eventId ? correctedBy(event, to) : event));
  for (const event of then) {
    if (event.type !== 'bottled') continue;
    for (const { id, volumeMl } of event.jars) {
      // Half a millilitre of rounding is no milk that was not there.
      if (pouredMl(then, id) > volumeMl + 0.5) return 'less-than-was-poured';
    }
  }
  return null;
}

/** What an entry is about, which a correction must not change. */
function subjectOf(body: CorrectableBody): string {
  switch (body.type) {
    case 'measured':
    case 'probed':
    case 'judged':
      return body.what;
    case 'stirred-in':
      return body.addition;
    case 'jar-drawn':
    case 'jar-moved':
    case 'jar-discarded':
    case 'drink-made':
      return body.jarId;
    case 'liked':
      return body.jarId ?? '';
    case 'bottled':
      return body.jars
        .map(({ id }) => id)
        .sort()
        .join();
    case 'pulp-stored':
      return body.portionId ?? body.place;
    case 'pulp-weighed':
      return body.portionId;
    case 'equipment-used':
      return [body.blend && 'blend', body.strain && 'strain', body.jugAgainSpeed && 'jug again'].join();
    case 'liquid-added':
    case 'tasted':
    case 'abandoned':
      return '';
  }
}
