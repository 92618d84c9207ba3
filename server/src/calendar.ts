import type { Plan } from '@humble-churn/contract';
import type { Placed, Visit } from '@humble-churn/core';
import { visits } from '@humble-churn/core';
import ICAL from 'ical.js';

const PRODUCT = '-//Humble Churn//Plans//EN';
/** Calendars look a uid up by this, so it never changes. */
const UID_DOMAIN = 'humble-churn';

/** The alarm rings this long before, min. */
const WARN_MIN = 10;

export interface ToldPlan {
  plan: Plan;
  placed: Placed;
}

function visitWords(key: Visit['key'], { recipe, soakedAlready }: Plan): { name: string; what: string } {
  const soaks = recipe.soak.method !== 'none' && !soakedAlready;
  switch (key) {
    case 'weigh':
      return soaks
        ? { name: `Start the soak: ${recipe.name}`, what: 'Weigh the nuts, cover them well, start the soak.' }
        : { name: `Make ${recipe.name}`, what: 'Weigh, blend, strain and bottle.' };
    case 'drain':
      return { name: `Drain the nuts: ${recipe.name}`, what: 'Drain, rinse until the water runs clear.' };
    case 'make':
      return { name: `Make ${recipe.name}`, what: 'Blend, strain, bottle, and into the fridge.' };
  }
}

function utc(ms: number): ICAL.Time {
  return ICAL.Time.fromJSDate(new Date(ms), true);
}

/**
 * Plans as an iCalendar file (RFC 5545): one event for each time someone must stand in the kitchen, with an alarm.
 * The uid of an event stays the same and its sequence counts the changes, so that reading the file again moves
 * what was read before; a dropped plan is told as cancelled. Moments are UTC: right in any zone, on any day.
 */
export function calendarOf(told: readonly ToldPlan[]): string {
  const calendar = new ICAL.Component(['vcalendar', [], []]);
  calendar.addPropertyWithValue('prodid', PRODUCT);
  calendar.addPropertyWithValue('version', '2.0');
  calendar.addPropertyWithValue('calscale', 'GREGORIAN');
  calendar.addPropertyWithValue('method', 'PUBLISH');
  for (const { plan, placed } of told) {
    for (const { key, fromMs, toMs } of visits(placed)) {
      const { name, what } = visitWords(key, plan);
      const event = new ICAL.Component('vevent');
      event.addPropertyWithValue('uid', `${plan.id}-${key}@${UID_DOMAIN}`);
      event.addPropertyWithValue('sequence', plan.revision);
      event.addPropertyWithValue('dtstamp', utc(Date.parse(plan.changedAt)));
      event.addPropertyWithValue('last-modified', utc(Date.parse(plan.changedAt)));
      event.addPropertyWithValue('dtstart', utc(fromMs));
      event.addPropertyWithValue('dtend', utc(toMs));
      event.addPropertyWithValue('summary', name);
      event.addPropertyWithValue('description', what);
      event.addPropertyWithValue('status', plan.status === 'dropped' ? 'CANCELLED' : 'CONFIRMED');
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
