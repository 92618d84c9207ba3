import { useRouter } from 'expo-router';
import { Button } from '~/ui/Button';
import { Screen } from '~/ui/Screen';
import { AppText } from '~/ui/AppText';

export default function NotFound() {
  const router = useRouter();
  return (
    <Screen title="Nothing here">
      <AppText>There is no such page. Perhaps the address was cut short.</AppText>
      <Button label="See what the kitchen needs now" kind="main" onPress={() => router.navigate('/')} />
    </Screen>
  );
}
