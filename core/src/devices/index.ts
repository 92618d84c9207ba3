export type { FridgeStory, SimulatedFridge } from './simulatedFridge';
export { fridgeLater, fridgeMemory, fridgeShows, newSimulatedFridge } from './simulatedFridge';
export type { ScaleManners } from './simulatedScale';
export { USUAL_SCALE, newSimulatedScale, scaleLater, scaleShows, scaleTared } from './simulatedScale';
export type { ScaleSample, SteadyReading } from './steadiness';
export { HELD_FOR_MS, isEmptyScale, isSameLoad, steadyReading } from './steadiness';
export { temperatureOfPacket, temperaturePacket } from './thermometerPacket';
export { weightOfPacket, weightPacket } from './weightPacket';
