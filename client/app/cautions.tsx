export { CautionsScreen as default } from '~/features/cautions/CautionsScreen';
