export type MachineKind = 'personal-cup' | 'standard-jug' | 'high-speed-jug' | 'cold-press';

/** In the order they are offered in, the usual one first. */
export const MACHINE_KINDS: readonly MachineKind[] = [
  'standard-jug',
  'high-speed-jug',
  'personal-cup',
  'cold-press',
];

/** What a machine can do. A kitchen profile overrides the starting figures. */
export interface Machine {
  kind: MachineKind;
  /** Power that reaches the mix at full speed, W; 0 for a press. */
  powerW: number;
  /** The maker's MAX line: most that may be poured in, mL; the froth's room is above it. */
  fillLineMl: number;
}

/** Starting figures for each kind; a cook's own jug replaces them. */
export const MACHINES: Readonly<Record<MachineKind, Machine>> = {
  'personal-cup': { kind: 'personal-cup', powerW: 250, fillLineMl: 600 },
  'standard-jug': { kind: 'standard-jug', powerW: 300, fillLineMl: 1250 },
  'high-speed-jug': { kind: 'high-speed-jug', powerW: 700, fillLineMl: 1600 },
  // A press is ladled into as it runs, so its hopper sets no load.
  'cold-press': { kind: 'cold-press', powerW: 0, fillLineMl: Infinity },
};

/** A running load and its froth take up this many times what was poured in. */
export const FROTH_FACTOR = 1.15;

/**
 * Most that may be poured into a jug, mL: to the maker's MAX line, above which the froth has its room; where only the
 * brim is known, so much less that the froth stays below it. Null when neither is.
 */
export function fillLineOf(jug: { fillLineMl: number | null; jugMl: number | null }): number | null {
  return jug.fillLineMl ?? (jug.jugMl === null ? null : jug.jugMl / FROTH_FACTOR);
}

/** Power falls with the 2.5th power of the speed setting (0 to 1). */
export function powerAtSpeedW(machine: Machine, speed: number): number {
  return machine.powerW * Math.pow(speed, 2.5);
}

/** A jug filled to less than this share of its line throws its load about. */
const HALF_FULL = 0.5;

/**
 * Power that reaches a load of `loadG`, W: a jug less than half full takes no more power per gram. A starting
 * estimate, learned with the power.
 */
export function powerIntoLoadW(machine: Machine, speed: number, loadG: number): number {
  return powerAtSpeedW(machine, speed) * Math.min(1, loadG / (HALF_FULL * machine.fillLineMl));
}

/**
 * Share of the rated watts on a machine's plate that reaches the mix. An estimate: the usual figures of this model are
 * about half of what such machines are rated at. It is learned with the power.
 */
export const POWER_OF_RATED = 0.5;
