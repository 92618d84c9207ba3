import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { AppText } from '../../ui/AppText';
import { SPACE } from '../../ui/theme';
import { Toggle } from '../../ui/Toggle';
import { Fold } from './Fold';
import { useBench } from './useBench';

/** Who the milk is for; the bench then watches what they avoid. */
export function DrinkersPanel() {
  const { recipe, change, kitchen } = useBench();
  const { drinkers } = recipe;
  const router = useRouter();
  const { people } = kitchen.profile;
  return (
    <Fold section="drinkers">
      {people.length === 0 ? (
        <>
          <AppText tone="soft">
            Nobody is named in this kitchen yet. Name those who avoid nuts, and the bench warns before such a
            milk is made for them.
          </AppText>
          <View style={styles.row}>
            <Button label="Name people in the kitchen" onPress={() => router.navigate('/kitchen')} />
          </View>
        </>
      ) : (
        <View style={styles.row}>
          {people.map(({ name, avoids }) => (
            <Toggle
              key={name}
              label={name}
              {...(avoids.length > 0 && { note: `avoids ${avoids.join(', ')}` })}
              on={drinkers.includes(name)}
              onChange={(on) =>
                change(`drinker-${name}`, (now) => ({
                  ...now,
                  drinkers: on ? [...now.drinkers, name] : now.drinkers.filter((one) => one !== name),
                }))
              }
            />
          ))}
        </View>
      )}
    </Fold>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small } });
