export { KitchenScreen as default } from '~/features/kitchen/KitchenScreen';
