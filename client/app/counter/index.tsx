export { CounterScreen as default } from '~/features/counter/CounterScreen';
