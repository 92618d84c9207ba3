import type { ReactNode } from 'react';
import type { ViewStyle } from 'react-native';
import { View } from 'react-native';
import { AppText } from './AppText';
import { SPACE, WORDS_WHOLE } from './theme';

interface Props {
  label: string;
  /** Id of the line under the field, which describes it to a screen reader. */
  noteId: string;
  error: string | null;
  note?: string | undefined;
  style: ViewStyle;
  children: ReactNode;
}

/** A field with its label above, and under it what is wrong, or else what helps. */
export function FieldFrame({ label, noteId, error, note, style, children }: Props) {
  return (
    <View style={[{ gap: SPACE.tight }, style, WORDS_WHOLE]}>
      <AppText kind="small" tone="soft">
        {label}
      </AppText>
      {children}
      <View nativeID={noteId} aria-live="polite">
        {(error ?? note) !== undefined && (
          <AppText kind="small" tone={error === null ? 'soft' : 'buoy'}>
            {error ?? note}
          </AppText>
        )}
      </View>
    </View>
  );
}
