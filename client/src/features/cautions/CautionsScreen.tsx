import { StyleSheet, View } from 'react-native';
import { Panel } from '../../ui/Panel';
import { Screen } from '../../ui/Screen';
import { AppText } from '../../ui/AppText';
import { SPACE } from '../../ui/theme';
import { useKitchenWords } from '../../ui/measures';
import { PULP_TO_ANIMALS } from '../../ui/pulpLabels';

/** What can hurt, in the order in which somebody would look for it. */
const PARTS: readonly { title: string; lines: readonly string[] }[] = [
  {
    title: 'Who should not drink it',
    lines: [
      'Anyone with a known allergy follows their own doctor. The app reads what is written on packs, and a shared jug and bag carry traces of what was in them before.',
      'Never a replacement for breast milk or infant formula, and not a young child’s main drink. No honey for a child under 12 months.',
      'Raw, unheated milk is not for the pregnant, the frail, or those with weak immunity without asking a health professional.',
      'Flax and other seeds with a limit of their own are not for toddlers.',
    ],
  },
  {
    title: 'What does not go in',
    lines: [
      'Only sweet almonds. Bitter almonds and the kernels of apricot, peach, plum and cherry release cyanide; raw beans are poisonous until boiled.',
      'Mouldy, rancid or musty nuts are thrown away, not rinsed.',
      'Brazil nuts are an accent. Nutmeg goes by the pinch, cassia cinnamon in small amounts.',
    ],
  },
  {
    title: 'At the jug',
    lines: [
      'Boiling water burns, and hot liquid in a closed jug can burst out: drain, rinse cold, blend below 30 °C, and vent the lid.',
      'Unplug before reaching for the blades. Pits and shell can break them.',
    ],
  },
  {
    title: 'How long it keeps',
    lines: [
      'Fridge at 4 °C or below. Two hours out of it in all, one above 32 °C. When in doubt, throw it out: sour milk is not rescued by cooking.',
      'Overnight soaking belongs in the fridge; on the counter eight hours at most, in a cool kitchen.',
      'Leave headspace in a jar for the freezer. Thawed milk is not frozen again.',
      'All times are estimates by custom, not a promise of safety.',
    ],
  },
  {
    title: 'Pulp',
    lines: [
      'Fridge two days, freezer 90. Dry it hot (above 65 °C), thin, until it is brittle: damp meal moulds.',
      PULP_TO_ANIMALS,
    ],
  },
  {
    title: 'Selling it',
    lines: [
      'Selling food is another matter: it falls under local rules and licences. Ask the food authority where you live. No health claims can be made from this app.',
    ],
  },
];

/** The cautions in one place; each is also said where it matters. */
export function CautionsScreen() {
  const words = useKitchenWords();
  return (
    <Screen title="Cautions" wordsOnly>
      {PARTS.map(({ title, lines }) => (
        <Panel key={title} title={title}>
          <View style={styles.lines}>
            {lines.map((line) => (
              <AppText key={line}>{words(line)}</AppText>
            ))}
          </View>
        </Panel>
      ))}
    </Screen>
  );
}

const styles = StyleSheet.create({ lines: { gap: SPACE.small } });
