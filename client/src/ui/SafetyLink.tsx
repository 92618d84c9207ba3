import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { Button } from './Button';

/** The way to the page of cautions, from wherever milk is kept or made. */
export function SafetyLink() {
  const router = useRouter();
  return (
    <View style={styles.row}>
      <Button label="All cautions" kind="quiet" onPress={() => router.navigate('/cautions')} />
    </View>
  );
}

const styles = StyleSheet.create({ row: { alignItems: 'flex-start' } });
