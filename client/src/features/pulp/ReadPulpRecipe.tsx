import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { FilePanel } from '../../ui/FilePanel';
import { LinesField } from '../../ui/LinesField';
import { Notice } from '../../ui/Notice';
import { SPACE } from '../../ui/theme';

/** The largest recipe file that makes sense, bytes. */
const MOST_BYTES = 200_000;

/** A recipe from a file, dropped or chosen, or pasted. What it says stands in the fields below, to be looked over. */
export function ReadPulpRecipe({ onRead }: { onRead: (json: string) => string | null }) {
  const [pasting, setPasting] = useState(false);
  const [text, setText] = useState('');
  const [trouble, setTrouble] = useState<string | null>(null);
  const [done, setDone] = useState(false);
  const read = (json: string): void => {
    const wrong = onRead(json);
    setTrouble(wrong);
    setDone(wrong === null);
    if (wrong === null) setPasting(false);
  };
  return (
    <FilePanel
      title="From a file"
      label="Pulp recipe file"
      name="pulp-recipe"
      maxBytes={MOST_BYTES}
      onFile={(file) => void file.text().then(read)}
      onRefused={() => setTrouble('One recipe at a time, of up to 200 kB.')}
    >
      {(choose) => (
        <>
          <AppText>A schema.org Recipe, as this app and others write it; or type it below.</AppText>
          <View style={styles.row}>
            <Button label="Choose a file" disabled={!choose} onPress={() => choose?.()} />
            {!pasting && <Button label="Paste its text…" kind="quiet" onPress={() => setPasting(true)} />}
          </View>
          {pasting && (
            <>
              <LinesField label="Text of a recipe" rows={4} value={text} onChange={setText} />
              <View style={styles.row}>
                <Button label="Read the text" disabled={text.trim() === ''} onPress={() => read(text)} />
                <Button label="Cancel" kind="quiet" onPress={() => setPasting(false)} />
              </View>
            </>
          )}
          {trouble !== null && <Notice kind="error">{trouble}</Notice>}
          {done && <AppText live="polite">Read. Look it over below; nothing is saved yet.</AppText>}
        </>
      )}
    </FilePanel>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small } });
