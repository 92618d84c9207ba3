export { PairScreen } from './PairScreen';
