export { DevicesPanel } from './DevicesPanel';
export { SimulatedFridgeSensor } from './SimulatedFridgeSensor';
