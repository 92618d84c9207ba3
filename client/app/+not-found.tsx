import { useRouter } from 'expo-router';
import { Button } from '~/ui/Button';
import { Screen } from '~/ui/Screen';
import { Words } from '~/ui/Words';

export default function NotFound() {
  const router = useRouter();
  return (
    <Screen title="Nothing here">
      <Words>There is no such page. Perhaps the address was cut short.</Words>
      <Button label="See what the kitchen needs now" kind="main" onPress={() => router.navigate('/')} />
    </Screen>
  );
}
