import type { Ingredient, SoakMethod, Surroundings } from '@humble-churn/core';
import { HOT_POUR_TEMP_C, LIMITS, TAP_TEMP_C, soakAdvice } from '@humble-churn/core';

/** A place on the soak's slide: a way of soaking and for how long. */
export interface SoakStop {
  method: SoakMethod;
  hours: number;
  pourTempC: number;
}

export interface SoakZone {
  method: SoakMethod;
  /** Where it begins and ends on the slide, 0 to 1. */
  from: number;
  to: number;
  /** The stretch that is usual for this nut, 0 to 1 along the whole slide; null when none is. */
  usual: { from: number; to: number } | null;
}

const ZONES: readonly { method: SoakMethod; from: number; to: number; leastH: number; stepH: number }[] = [
  { method: 'fridge', from: 0, to: 0.46, leastH: 0.5, stepH: 0.5 },
  { method: 'counter', from: 0.46, to: 0.74, leastH: 0.5, stepH: 0.5 },
  { method: 'hot', from: 0.74, to: 0.93, leastH: 0.25, stepH: 1 / 12 },
  { method: 'none', from: 0.93, to: 1, leastH: 0, stepH: 1 },
];

function mostH(method: SoakMethod): number {
  if (method === 'none') return 0;
  // Two days in the fridge are possible, but most of the slide is for the night.
  return method === 'fridge' ? 24 : LIMITS.soakH[method];
}

/** Long and cold at the left, short and hot at the right, no soak at the end: by the time that is left. */
export function stopAt(part: number): SoakStop {
  const at = Math.min(1, Math.max(0, part));
  const zone = ZONES.find((one) => at <= one.to) ?? ZONES[ZONES.length - 1];
  if (!zone || zone.method === 'none') return { method: 'none', hours: 0, pourTempC: TAP_TEMP_C };
  const along = (at - zone.from) / (zone.to - zone.from);
  const raw = mostH(zone.method) + (zone.leastH - mostH(zone.method)) * along;
  const hours = Math.max(zone.leastH, Math.round(raw / zone.stepH) * zone.stepH);
  return {
    method: zone.method,
    hours: Number(hours.toFixed(4)),
    pourTempC: zone.method === 'hot' ? HOT_POUR_TEMP_C : TAP_TEMP_C,
  };
}

/** Where a soak stands on the slide, 0 to 1. */
export function partOf(method: SoakMethod, hours: number): number {
  const zone = ZONES.find((one) => one.method === method);
  if (!zone) return 1;
  if (method === 'none') return (zone.from + zone.to) / 2;
  const along = (mostH(method) - hours) / (mostH(method) - zone.leastH);
  return zone.from + Math.min(1, Math.max(0, along)) * (zone.to - zone.from);
}

export function soakZones(ingredient: Ingredient | undefined, surroundings: Surroundings): SoakZone[] {
  return ZONES.map(({ method, from, to }) => {
    if (!ingredient || method === 'none') return { method, from, to, usual: null };
    const { minH, maxH } = soakAdvice(ingredient, method, surroundings);
    const usual = { from: partOf(method, maxH), to: partOf(method, minH) };
    return { method, from, to, usual: usual.to > usual.from ? usual : null };
  });
}

/** One step along the slide, by the zone's own step. */
export function stepFrom(method: SoakMethod, hours: number, by: 1 | -1): SoakStop {
  const zone = ZONES.find((one) => one.method === method);
  const index = ZONES.findIndex((one) => one.method === method);
  const neighbour = ZONES[index + by];
  if (!zone) return stopAt(1);
  const next = hours - by * zone.stepH;
  const inside = method !== 'none' && next >= zone.leastH - 1e-9 && next <= mostH(method) + 1e-9;
  if (inside) {
    return {
      method,
      hours: Number(next.toFixed(4)),
      pourTempC: method === 'hot' ? HOT_POUR_TEMP_C : TAP_TEMP_C,
    };
  }
  if (!neighbour) return stopAt(partOf(method, hours));
  return stopAt(by > 0 ? neighbour.from + 1e-6 : neighbour.to);
}
