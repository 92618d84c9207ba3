import type { Plan } from '@humble-churn/contract';
import { allergensText, visitLabel } from '@humble-churn/contract';
import type { AllergenFacts, ScheduledBatch, Visit } from '@humble-churn/core';
import { visits } from '@humble-churn/core';
import ICAL from 'ical.js';

const PRODUCT = '-//Humble Churn//Plans//EN';
/** Calendars look a uid up by this, so it never changes. */
const UID_DOMAIN = 'humble-churn';

/** The alarm rings this long before, min. */
const WARN_MIN = 10;

/** Every hour. */
const READ_AGAIN = 'PT1H';

export interface CalendarPlan {
  plan: Plan;
  /** What is in it, told in every event: a calendar is read by whoever drinks. */
  allergens: AllergenFacts;
  placed: ScheduledBatch;
}

function eventWords({ key, kinds }: Visit, { recipe, soakedAlready }: Plan): { name: string; what: string } {
  const what = `${visitLabel(kinds)}.`;
  if (kinds.includes('blend')) return { name: `Make ${recipe.name}`, what: `${what} Then into the fridge.` };
  if (kinds.includes('cool')) return { name: `Cool the bowl: ${recipe.name}`, what };
  if (key === 'drain') return { name: `Drain the nuts: ${recipe.name}`, what };
  const soaks = recipe.soak.method !== 'none' && !soakedAlready;
  return soaks
    ? { name: `Start the soak: ${recipe.name}`, what: `${what} Cover the nuts well, start the soak.` }
    : { name: `Weigh: ${recipe.name}`, what };
}

/**
 * The visits a plan is told by. When a move has made the blending part of the visit before it, its own is told as
 * cancelled: a calendar may have read it.
 */
function toldVisits({ plan, placed }: CalendarPlan): (Visit & { cancelled: boolean })[] {
  const all = visits(placed).map((visit) => ({ ...visit, cancelled: plan.status === 'dropped' }));
  const last = all[all.length - 1];
  const joined = plan.revision > 0 && last !== undefined && last.key !== 'make';
  return joined ? [...all, { ...last, key: 'make', cancelled: true }] : all;
}

function utc(ms: number): ICAL.Time {
  return ICAL.Time.fromJSDate(new Date(ms), true);
}

/**
 * Plans as an iCalendar file (RFC 5545): one event for each time someone must stand in the kitchen, with an alarm.
 * The uid of an event stays the same and its sequence counts the changes, so that reading the file again moves
 * what was read before; a dropped plan is told as cancelled. Moments are UTC: right in any zone, on any day. With
 * `readAgain` it asks to be read every hour.
 */
export function calendarOf(
  told: readonly CalendarPlan[],
  { readAgain = false }: { readAgain?: boolean } = {},
): string {
  const calendar = new ICAL.Component(['vcalendar', [], []]);
  calendar.addPropertyWithValue('prodid', PRODUCT);
  calendar.addPropertyWithValue('version', '2.0');
  calendar.addPropertyWithValue('calscale', 'GREGORIAN');
  calendar.addPropertyWithValue('method', 'PUBLISH');
  // RFC 7986: a program that subscribed to it is asked to look so often.
  if (readAgain) calendar.addProperty(new ICAL.Property(['refresh-interval', {}, 'duration', READ_AGAIN]));
  for (const one of told) {
    const { plan } = one;
    for (const visit of toldVisits(one)) {
      const { key, fromMs, toMs, cancelled } = visit;
      const { name, what } = eventWords(visit, plan);
      const event = new ICAL.Component('vevent');
      event.addPropertyWithValue('uid', `${plan.id}-${key}@${UID_DOMAIN}`);
      event.addPropertyWithValue('sequence', plan.revision);
      event.addPropertyWithValue('dtstamp', utc(Date.parse(plan.changedAt)));
      event.addPropertyWithValue('last-modified', utc(Date.parse(plan.changedAt)));
      event.addPropertyWithValue('dtstart', utc(fromMs));
      event.addPropertyWithValue('dtend', utc(toMs));
      event.addPropertyWithValue('summary', name);
      event.addPropertyWithValue('description', `${what} Contains: ${allergensText(one.allergens)}.`);
      event.addPropertyWithValue('status', cancelled ? 'CANCELLED' : 'CONFIRMED');
      event.addPropertyWithValue('transp', 'OPAQUE');
      const alarm = new ICAL.Component('valarm');
      alarm.addPropertyWithValue('action', 'DISPLAY');
      alarm.addPropertyWithValue('description', name);
      alarm.addPropertyWithValue('trigger', ICAL.Duration.fromSeconds(-60 * WARN_MIN));
      event.addSubcomponent(alarm);
      calendar.addSubcomponent(event);
    }
  }
  return `${calendar.toString().replace(/\r?\n/g, '\r\n')}\r\n`;
}
