import { PhonesScreen } from '~/features/formScreens';

export default function Phones() {
  return <PhonesScreen />;
}
