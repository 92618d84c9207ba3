export { EnterAfterwardsScreen as default } from '~/features/notebook/EnterAfterwardsScreen';
