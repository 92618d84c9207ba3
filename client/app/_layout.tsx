import { useFonts } from 'expo-font';
import { Slot } from 'expo-router';
export default function Layout() {
  const [ready] = useFonts({ Body: require('@fontsource/alegreya-sans/files/alegreya-sans-latin-400-normal.woff2') });
  return ready ? <Slot /> : null;
}
