import { useLocalSearchParams } from 'expo-router';
import { JarScreen } from '~/features/shelf/JarScreen';

export default function OneJar() {
  const { batchId, jarId } = useLocalSearchParams<{ batchId: string; jarId: string }>();
  return <JarScreen batchId={batchId} jarId={jarId} />;
}
