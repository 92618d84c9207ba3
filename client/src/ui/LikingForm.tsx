import { LIKING } from '@humble-churn/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from './Button';
import { Choice } from './Choice';
import { NameField } from './NameField';
import { SPACE } from './theme';
import { LIKING_LABELS } from './verdictLabels';

const MOST_WORDS = 280;

/** How it was liked, and in what words; one of them is enough. */
export function LikingForm({ onSay }: { onSay: (liking: number | null, words: string | null) => void }) {
  const [liking, setLiking] = useState<number | null>(null);
  const [words, setWords] = useState('');
  const said = words.trim();
  return (
    <View style={styles.form}>
      <Choice<number>
        label="How did you like it?"
        value={liking}
        onChange={setLiking}
        options={LIKING_LABELS.map((label, i) => ({ value: i + LIKING.min, label }))}
      />
      <NameField label="In your own words" value={words} maxLength={MOST_WORDS} stacked onChange={setWords} />
      <View style={styles.row}>
        <Button
          label="Keep it"
          hint="Keep it: how it was liked"
          disabled={liking === null && said === ''}
          onPress={() => {
            onSay(liking, said === '' ? null : said);
            setLiking(null);
            setWords('');
          }}
        />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  form: { gap: SPACE.medium },
  row: { flexDirection: 'row', flexWrap: 'wrap' },
});
