import { useLocalSearchParams } from 'expo-router';
import { CorrectAdditionScreen } from '~/features/formScreens';

export default function Addition() {
  const { key } = useLocalSearchParams<{ key: string }>();
  return <CorrectAdditionScreen additionKey={key} />;
}
