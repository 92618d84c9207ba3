export { DevicesPanel } from './DevicesPanel';
