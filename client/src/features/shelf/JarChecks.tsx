import type { JarFinding, JarSense, JarState } from '@humble-churn/core';
import { FINDINGS_BY, JAR_SENSES } from '@humble-churn/core';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { Panel } from '../../ui/Panel';
import { FINDING_LABELS, SENSE_LABELS, SENSE_NAMES } from '../../ui/jarCheckLabels';
import { SPACE } from '../../ui/theme';
import type { RecordableEvent } from '../../wire/batches';
import { momentText } from '../../wire/moments';
import type { KnownKitchen } from '../../wire/kitchen';

/** Nose and eye before each pour. What is otherwise than good ends the jar, whatever the hours say. */
export function JarChecks({
  jar,
  kitchen,
  nowMs,
  onFound,
}: {
  jar: JarState;
  kitchen: KnownKitchen;
  nowMs: number;
  onFound: (event: RecordableEvent, words: string) => void;
}) {
  const last = jar.checks[jar.checks.length - 1];
  const found = (sense: JarSense, finding: JarFinding): void =>
    onFound(
      { type: 'jar-checked', jarId: jar.id, sense, finding },
      finding === 'good'
        ? 'Noted.'
        : `It ${SENSE_LABELS[sense]} ${FINDING_LABELS[finding].toLowerCase()}: pour it out. It is off the shelf.`,
    );
  return (
    <Panel title="Nose and eye">
      {last && (
        <AppText>
          It {SENSE_LABELS[last.sense]} {FINDING_LABELS[last.finding].toLowerCase()},{' '}
          {momentText(last.atMs, nowMs, kitchen)}.
        </AppText>
      )}
      {jar.fate === 'in-use' && (
        <>
          <AppText kind="small" tone="soft">
            Smell and look first, and taste only what is good so far. Anything but good ends the jar.
          </AppText>
          {JAR_SENSES.map((sense) => (
            <View key={sense} role="group" aria-label={SENSE_NAMES[sense]} style={styles.sense}>
              <AppText kind="strong">{SENSE_NAMES[sense]}</AppText>
              <View style={styles.row}>
                {FINDINGS_BY[sense].map((finding) => (
                  <Button
                    key={finding}
                    label={FINDING_LABELS[finding]}
                    hint={`It ${SENSE_LABELS[sense]} ${FINDING_LABELS[finding].toLowerCase()}${finding === 'good' ? '' : ', pour it out'}`}
                    kind={finding === 'good' ? 'plain' : 'quiet'}
                    onPress={() => found(sense, finding)}
                  />
                ))}
              </View>
            </View>
          ))}
        </>
      )}
    </Panel>
  );
}

const styles = StyleSheet.create({
  sense: { gap: SPACE.tight },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
});
