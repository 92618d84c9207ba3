import { useLocalSearchParams } from 'expo-router';
import { GuideScreen } from '~/features/counter/GuideScreen';

export default function BatchAtCounter() {
  const { batchId } = useLocalSearchParams<{ batchId: string }>();
  return <GuideScreen batchId={batchId} />;
}
