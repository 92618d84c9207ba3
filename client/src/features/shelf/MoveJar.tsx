import { Snowflake } from '../../ui/icons';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { kitchenFridges } from '../../ui/kitchenFridges';
import { SPACE } from '../../ui/theme';
import type { JarProps } from './jarProps';

/** From place to place, and to its end. */
export function MoveJar({ jar, kept, kitchen, did }: JarProps) {
  const stay = jar.places[jar.places.length - 1];
  const moved = (place: 'freezer' | 'out', words: string) => (): void =>
    did({ type: 'jar-moved', jarId: jar.id, place }, words);
  const fridges = kitchenFridges(kitchen);
  const several = fridges.length > 1;
  return (
    <View style={styles.row}>
      <Button label="Finished" onPress={() => did({ type: 'jar-emptied', jarId: jar.id }, 'Emptied.')} />
      {kept.mayFreeze && (
        <Button label="Into the freezer" icon={Snowflake} onPress={moved('freezer', 'Frozen.')} />
      )}
      {stay?.place === 'fridge' && (
        <Button
          label="Out of the fridge now"
          hint="It stands out of the fridge now"
          onPress={moved('out', 'Its time out of the fridge counts from now.')}
        />
      )}
      {fridges
        .filter(({ id }) => stay?.place !== 'fridge' || stay.fridge !== id)
        .map(({ id, name }) => {
          const { label, words } = INTO[stay?.place ?? 'out'];
          return (
            <Button
              key={id}
              label={several ? `${label}: ${name}` : label}
              onPress={() => did({ type: 'jar-moved', jarId: jar.id, place: 'fridge', fridge: id }, words)}
            />
          );
        })}
    </View>
  );
}

/** Into a fridge, by where the jar comes from. */
const INTO = {
  freezer: { label: 'Thaw in the fridge', words: 'Thawing.' },
  out: { label: 'Back in the fridge', words: 'Back in the cold.' },
  fridge: { label: 'Into the other fridge', words: 'It counts by that fridge from now.' },
} as const;

const styles = StyleSheet.create({ row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small } });
