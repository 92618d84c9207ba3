import { useLocalSearchParams } from 'expo-router';
import { RecordScreen } from '~/features/notebook/RecordScreen';

export default function BatchRecord() {
  const { batchId } = useLocalSearchParams<{ batchId: string }>();
  return <RecordScreen batchId={batchId} />;
}
