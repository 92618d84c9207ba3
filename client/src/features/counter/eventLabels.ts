import type {
  BatchState,
  DisplayPreferences,
  DoseMeasures,
  EquipmentUsed,
  EventBody,
  HandDose,
} from '@humble-churn/core';
import {
  FIRST_FRIDGE,
  findAddition,
  formatDoseOf,
  formatDuration,
  formatMass,
  formatReadMass,
  formatTemp,
  formatVolume,
} from '@humble-churn/core';
import type { KnownKitchen } from '../../wire/kitchen';
import { intoFridge } from '../../ui/kitchenFridges';
import { PULP_PLACE_LABELS, PULP_USE_LABELS } from '../../ui/pulpLabels';
import { FINDING_LABELS, SENSE_LABELS } from '../../ui/jarCheckLabels';
import { LIKING_LABELS, VERDICT_LABELS, VERDICT_NAMES } from '../../ui/verdictLabels';
import { MACHINE_LABELS, SQUEEZE_LABELS, STRAINER_LABELS } from '../../ui/recipeLabels';
import { stepName } from './stepLabels';

const THINGS = { soaked: 'Soaked nuts', milk: 'Milk', pulp: 'Pulp' } as const;

type Household = DisplayPreferences & DoseMeasures;
/** What an entry is told in the words of: fridges have names. */
type EntryHousehold = Household & Pick<KnownKitchen, 'fridgeTempC' | 'profile'>;

/** So much of an addition, as it was said or in grams. */
export function doseText(
  { addition, massG, said }: HandDose,
  state: BatchState,
  household: Household,
): string {
  const found = findAddition(addition, { own: state.ingredients });
  if (!found) return `${formatMass(massG, household)} of ${addition}`;
  return formatDoseOf(massG, found, household, said?.unit ?? null);
}

/** Gear in a few words. */
function equipmentText({ blend, strain, jugAgainSpeed }: EquipmentUsed): string {
  const second = strain?.second
    ? `, then ${(strain.second.strainerName ?? STRAINER_LABELS[strain.second.strainer]).toLowerCase()}`
    : '';
  return [
    ...(blend
      ? [
          `${blend.machineName ?? MACHINE_LABELS[blend.machine]}${blend.machine === 'cold-press' ? '' : `, speed ${Math.round(100 * blend.speed)} %`}`,
        ]
      : []),
    ...(strain
      ? [
          `${strain.strainerName ?? STRAINER_LABELS[strain.strainer]}${second}${strain.strainer === 'none' ? '' : `, ${SQUEEZE_LABELS[strain.squeeze].toLowerCase()} squeeze`}`,
        ]
      : []),
    ...(jugAgainSpeed === undefined ? [] : [`back in the jug at speed ${Math.round(100 * jugAgainSpeed)} %`]),
  ].join('; ');
}

function likedText(liking: number | null, words: string | null): string {
  const word = liking === null ? null : (LIKING_LABELS[liking] ?? null);
  return [word, words === null ? null : `“${words}”`].filter((one) => one !== null).join(', ');
}

type PulpEvent = Extract<EventBody, { type: `pulp-${string}` }>;

function isOfPulp(event: EventBody): event is PulpEvent {
  return event.type.startsWith('pulp-');
}

function pulpLabel(event: PulpEvent, preferences: Household): string {
  switch (event.type) {
    case 'pulp-stored':
      return `Pulp put away: ${formatMass(event.massG, preferences)}, ${PULP_PLACE_LABELS[event.place].toLowerCase()}`;
    case 'pulp-moved':
      return `Pulp moved: ${PULP_PLACE_LABELS[event.place].toLowerCase()}${event.massG === undefined ? '' : `, ${formatMass(event.massG, preferences)}`}`;
    case 'pulp-split':
      return `Pulp parted: ${formatMass(event.massG, preferences)}`;
    case 'pulp-weighed':
      return `Pulp on the tray: ${formatMass(event.massG, preferences)}`;
    case 'pulp-taken':
      return `Pulp: ${formatMass(event.massG, preferences)}, ${(event.what ?? PULP_USE_LABELS[event.became]).toLowerCase()}`;
    case 'pulp-used':
      return 'Pulp gone';
  }
}

const jarNames =
  ({ jars }: BatchState) =>
  (jarId: string): string =>
    jars.find(({ id }) => id === jarId)?.label ?? 'a jar';

const stepNames =
  ({ steps }: BatchState) =>
  (stepId: string): string => {
    const found = steps.find(({ id }) => id === stepId);
    return found ? stepName(found) : stepId;
  };

/** What an entry of a batch's log says, in a few words. */
export function eventLabel(event: EventBody, state: BatchState, preferences: EntryHousehold): string {
  const jarName = jarNames(state);
  const step = stepNames(state);
  if (isOfPulp(event)) return pulpLabel(event, preferences);
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
      return `Bottled: ${event.jars.map((jar) => `${jar.label}, ${formatVolume(jar.volumeMl, preferences)}${(jar.doses ?? []).map((dose) => ` with ${doseText(dose, state, preferences)}`).join('')}, ${jar.place === 'freezer' ? 'into the freezer' : intoFridge(jar.fridge ?? FIRST_FRIDGE, preferences)}`).join('; ')}`;
    case 'jar-moved':
      return `${jarName(event.jarId)}: ${{ fridge: intoFridge(event.fridge ?? FIRST_FRIDGE, preferences), freezer: 'into the freezer', out: 'out of the fridge' }[event.place]}`;
    case 'jar-drawn':
      return `${jarName(event.jarId)}: poured ${formatVolume(event.volumeMl, preferences)}`;
    case 'jar-split':
      return `${jarName(event.jarId)}: ${formatVolume(event.volumeMl, preferences)} into ${event.label}`;
    case 'jar-topped-up':
      return `${jarName(event.jarId)}: topped up with ${formatVolume(event.volumeMl, preferences)} of ${jarName(event.fromId)}`;
    case 'jar-checked':
      return `${jarName(event.jarId)}: ${SENSE_LABELS[event.sense]} ${FINDING_LABELS[event.finding].toLowerCase()}`;
    case 'jar-emptied':
      return `${jarName(event.jarId)}: drunk up`;
    case 'jar-discarded':
      return `${jarName(event.jarId)}: thrown away, ${event.reason.toLowerCase()}`;
    case 'abandoned':
      return `Given up: ${event.reason}`;
    case 'undone':
      return 'Taken back';
    case 'step-timed':
      return `${step(event.step)}: took ${formatDuration(event.seconds)}`;
    case 'stirred-in':
      return `Put in: ${doseText(event, state, preferences)}`;
    case 'left-out':
      return `Left out: ${findAddition(event.addition, { own: state.ingredients })?.name.toLowerCase() ?? event.addition}`;
    case 'equipment-used':
      return `Used: ${equipmentText(event)}`;
    case 'tasted':
      return `Tasted: ${formatVolume(event.volumeMl, preferences)}`;
    case 'jug-again':
      return `Back into the jug${event.strain ? ', and strained again' : ''}`;
    case 'judged':
      return `${VERDICT_NAMES[event.what]}: ${(VERDICT_LABELS[event.what][event.verdict] ?? event.verdict).toLowerCase()}`;
    case 'liked':
      return `${event.jarId === null ? '' : `${jarName(event.jarId)}: `}${likedText(event.liking, event.words)}`;
    case 'entered-afterwards':
      return 'Made without the app, entered afterwards';
    case 'corrected':
      return `Corrected to: ${eventLabel(event.to, state, preferences)}`;
    case 'drink-made':
      return `${jarName(event.jarId)}: ${event.name}, ${formatVolume(event.volumeMl, preferences)}${event.doses.map((dose) => `, ${doseText(dose, state, preferences)}`).join('')}`;
  }
}
