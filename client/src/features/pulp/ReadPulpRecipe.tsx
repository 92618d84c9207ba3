import { useState } from 'react';
import { useDropzone } from 'react-dropzone';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { LinesField } from '../../ui/LinesField';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { SPACE, useColours } from '../../ui/theme';

/** The largest recipe file that makes sense, bytes. */
const MOST_BYTES = 200_000;

/** A recipe from a file, dropped or chosen, or pasted. What it says stands in the fields below, to be looked over. */
export function ReadPulpRecipe({ onRead }: { onRead: (json: string) => string | null }) {
  const colour = useColours();
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
  const { getRootProps, getInputProps, open, isDragActive } = useDropzone({
    multiple: false,
    maxSize: MOST_BYTES,
    noClick: true,
    noKeyboard: true,
    onDropAccepted: ([file]) => void file?.text().then(read),
    onDropRejected: () => setTrouble('One recipe at a time, of up to 200 kB.'),
  });
  return (
    <div {...getRootProps()}>
      <input {...getInputProps()} name="pulp-recipe" aria-label="Pulp recipe file" />
      <Panel
        title="From a file"
        style={isDragActive ? { borderColor: colour.kelp, backgroundColor: colour.kelpSoft } : {}}
      >
        <AppText>A schema.org Recipe, as this app and others write it; or type it below.</AppText>
        <View style={styles.row}>
          <Button label="Choose a file" onPress={open} />
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
      </Panel>
    </div>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small } });
