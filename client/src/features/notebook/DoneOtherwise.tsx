import type { BatchState, Departure } from '@humble-churn/core';
import { departures, formatDuration, formatVolume } from '@humble-churn/core';
import { AppText } from '../../ui/AppText';
import { Panel } from '../../ui/Panel';
import { MACHINE_LABELS, SQUEEZE_LABELS, STRAINER_LABELS } from '../../ui/recipeLabels';
import type { KnownKitchen } from '../../wire/kitchen';
import { doseText } from '../counter';

const HOUR_S = 3600;

/** One departure in words: what was done, and what was planned. */
function departureText(one: Departure, state: BatchState, kitchen: KnownKitchen): string {
  const dose = (addition: string, massG: number): string => doseText({ addition, massG }, state, kitchen);
  const volume = (ml: number): string => formatVolume(ml, kitchen);
  switch (one.what) {
    case 'soak':
      return `Soaked ${formatDuration(one.doneH * HOUR_S)}, planned ${formatDuration(one.plannedH * HOUR_S)}`;
    case 'blend':
      return `Blended ${formatDuration(one.doneS)} a load, planned ${formatDuration(one.plannedS)}`;
    case 'loads':
      return `${one.done} loads, planned ${one.planned}`;
    case 'machine': {
      const name = (blend: typeof one.done): string =>
        `${blend.machineName ?? MACHINE_LABELS[blend.machine]}${blend.machine === 'cold-press' ? '' : ` at ${Math.round(100 * blend.speed)} % speed`}`;
      return `${name(one.done)}, planned ${name(one.planned)}`;
    }
    case 'strainer': {
      const name = ({ strainer, strainerName, second, squeeze }: typeof one.done): string =>
        [
          strainerName ?? STRAINER_LABELS[strainer],
          ...(second
            ? [`then ${second.strainerName ?? STRAINER_LABELS[second.strainer]}`.toLowerCase()]
            : []),
          ...(strainer === 'none' ? [] : [`${SQUEEZE_LABELS[squeeze].toLowerCase()} squeeze`]),
        ].join(', ');
      return `${name(one.done)}; planned: ${name(one.planned)}`;
    }
    case 'water':
      return `${volume(one.volumeMl)} of water more, ${one.strained ? 'into the milk' : 'before straining'}`;
    case 'tasted':
      return `${volume(one.volumeMl)} tasted`;
    case 'jug-again':
      return `Back into the jug${one.strain ? ', and strained again' : ''}`;
    case 'jug-again-speed':
      return `Back in the jug at ${Math.round(100 * one.done)} % speed, planned ${Math.round(100 * one.planned)} %`;
    case 'jar-dose':
      return `${dose(one.addition, one.massG)} in ${one.jar} alone`;
    case 'dose': {
      const where = one.when === 'before' ? 'blended in' : 'stirred in';
      if (one.plannedG === null) return `${dose(one.addition, one.doneG)} ${where}, not planned`;
      if (one.doneG === 0) return `Left out: ${dose(one.addition, one.plannedG)}`;
      return `${dose(one.addition, one.doneG)} ${where}, planned ${dose(one.addition, one.plannedG)}`;
    }
  }
}

/** What was done otherwise than planned; nothing where all went as planned. */
export function DoneOtherwise({ state, kitchen }: { state: BatchState; kitchen: KnownKitchen }) {
  const found = departures(state);
  if (found.length === 0) return null;
  return (
    <Panel title="Done otherwise than planned">
      {found.map((one, i) => (
        // A batch can have several of a kind.
        <AppText key={`${one.what}-${i}`}>{departureText(one, state, kitchen)}</AppText>
      ))}
    </Panel>
  );
}
