export type MachineKind = 'personal-cup' | 'standard-jug' | 'high-speed-jug' | 'cold-press';

/** What a machine can do. A kitchen profile overrides the starting figures. */
export interface Machine {
  kind: MachineKind;
  /** Power that reaches the mix at full speed, W; 0 for a press. */
  powerW: number;
  /** Most that may be in the jug, froth included, mL. */
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

/** Power falls with the 2.5th power of the speed setting (0 to 1). */
export function powerAtSpeedW(machine: Machine, speed: number): number {
  return machine.powerW * Math.pow(speed, 2.5);
}
