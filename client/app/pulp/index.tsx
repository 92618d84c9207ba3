export { PulpScreen as default } from '~/features/pulp/PulpScreen';
