import type { EventBody, BatchState, DisplayPreferences } from '@humble-churn/core';
import { formatReadMass, formatDuration, formatMass, formatTemp, formatVolume } from '@humble-churn/core';
import { stepName } from './stepLabels';

const THINGS = { soaked: 'Soaked nuts', milk: 'Milk', pulp: 'Pulp' } as const;

/** What an entry of a batch's log says, in a few words. */
export function eventLabel(event: EventBody, state: BatchState, preferences: DisplayPreferences): string {
  const jarName = (id: string): string => state.jars.find((jar) => jar.id === id)?.label ?? 'a jar';
  const step = (id: string): string => {
    const found = state.steps.find((one) => one.id === id);
    return found ? stepName(found) : id;
  };
  switch (event.type) {
    case 'planned':
      return 'Planned';
    case 'step-begun':
      return `${step(event.step)}: begun`;
    case 'step-paused':
      return `${step(event.step)}: stopped for a while`;
    case 'time-added':
      return `${step(event.step)}: ${formatDuration(event.seconds)} more`;
    case 'soak-tended':
      return {
        'water-changed': 'Soak: fresh water',
        'to-fridge': 'Soak: into the fridge',
        'to-counter': 'Soak: onto the counter',
      }[event.what];
    case 'liquid-added':
      return `Water poured in: ${formatVolume(event.volumeMl, preferences)}`;
    case 'loads-split':
      return `Parted into ${event.loads} loads`;
    case 'probed':
      return `${{ nuts: 'Rinsed nuts', bowl: 'Bowl', mix: 'Blended mix' }[event.what]}: ${formatTemp(event.tempC, preferences.measures)}`;
    case 'step-done':
      return `${step(event.step)}: done`;
    case 'measured': {
      const read =
        'massG' in event.reading
          ? formatReadMass(event.reading.massG, preferences.measures)
          : formatVolume(event.reading.volumeMl, preferences);
      return `${THINGS[event.what]}: ${read}${event.byEye === true ? ', by eye' : ''}`;
    }
    case 'not-measured':
      return `${THINGS[event.what]}: not measured`;
    case 'bottled':
      return `Bottled: ${event.jars.map((jar) => `${jar.label}, ${formatVolume(jar.volumeMl, preferences)}, ${jar.place}`).join('; ')}`;
    case 'jar-moved':
      return `${jarName(event.jarId)}: ${{ fridge: 'into the fridge', freezer: 'into the freezer', out: 'out of the fridge' }[event.place]}`;
    case 'jar-drawn':
      return `${jarName(event.jarId)}: poured ${formatVolume(event.volumeMl, preferences)}`;
    case 'jar-emptied':
      return `${jarName(event.jarId)}: drunk up`;
    case 'jar-discarded':
      return `${jarName(event.jarId)}: thrown away, ${event.reason.toLowerCase()}`;
    case 'pulp-stored':
      return `Pulp put away: ${formatMass(event.massG, preferences)}, ${event.place}`;
    case 'pulp-used':
      return 'Pulp gone';
    case 'abandoned':
      return `Given up: ${event.reason}`;
    case 'undone':
      return 'Taken back';
  }
}
