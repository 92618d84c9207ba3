import { AdditionScreen } from '~/features/formScreens';

export default function NewAddition() {
  return <AdditionScreen />;
}
