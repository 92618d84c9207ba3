export { FridgeScreen as default } from '~/features/fridge/FridgeScreen';
