import { KitchenScreen } from '~/features/formScreens';

export default function Kitchen() {
  return <KitchenScreen />;
}
