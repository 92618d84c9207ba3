import type { Ref } from 'react';
import { useId, useState } from 'react';
import { StyleSheet, TextInput, View } from 'react-native';
import { FieldFrame } from './FieldFrame';
import { AppText } from './AppText';
import { FONT, SPACE, TOUCH, useColours } from './theme';

export interface EntryProps {
  label: string;
  /** Stands behind what is typed; empty where the unit is typed, too. */
  unit: string;
  /** What stands there while nobody types. */
  shown: string;
  /** Called with each text typed. Answers why it cannot be taken, or null. */
  onText: (text: string) => string | null;
  /** The keyboard that is offered. */
  inputMode: 'text' | 'decimal';
  /** An error from elsewhere that belongs to this field. */
  error?: string | null;
  /** What stands in the field is no number that was taken: the last one must not pass for it. */
  onTrouble?: () => void;
  note?: string;
  counter?: boolean;
  /** Stands under other fields rather than beside them. */
  stacked?: boolean;
  /** For giving it the focus from outside. */
  inputRef?: Ref<TextInput>;
  /** Called when Enter is pressed in it. */
  onSubmit?: () => void;
  /** Takes the focus when it first stands there, with all that is in it marked. */
  focusFirst?: boolean;
}

// Only the web knows this unit: it grows with the text.
const FIVE_DIGITS: object = { minWidth: '4.5ch', width: '100%' };

/** A number is mostly replaced: after a tap the first key does so, and a second tap sets the caret. */
const MARKED_BY_A_TAP = {
  onPointerDown: ({ currentTarget }: { currentTarget: unknown }): void => {
    const field = currentTarget as HTMLInputElement;
    if (document.activeElement === field) return;
    field.addEventListener('pointerup', () => setTimeout(() => field.select()), { once: true });
  },
};

/** What is typed and read as it is. What cannot be read stays as typed, with the reason under it. */
export function EntryField({
  label,
  unit,
  shown,
  onText,
  inputMode,
  error,
  onTrouble,
  note,
  counter,
  stacked = false,
  inputRef,
  onSubmit,
  focusFirst = false,
}: EntryProps) {
  const colour = useColours();
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [focused, setFocused] = useState(false);
  const message = trouble ?? error ?? null;
  const take = (text: string): void => {
    setTyped(text);
    const why = onText(text);
    setTrouble(why);
    if (why !== null) onTrouble?.();
  };
  return (
    <FieldFrame
      label={label}
      noteId={`${id}-note`}
      error={message}
      note={note}
      style={stacked ? styles.stacked : styles.field}
    >
      <View
        style={[
          styles.box,
          { borderColor: message === null ? colour.edge : colour.buoy, backgroundColor: colour.surface },
          { minHeight: counter === true ? TOUCH.counter : TOUCH.usual },
          focused && [styles.ring, { outlineColor: colour.kelp }],
        ]}
      >
        <TextInput
          ref={inputRef}
          {...(onSubmit && { onSubmitEditing: onSubmit })}
          value={typed ?? shown}
          onChangeText={take}
          {...MARKED_BY_A_TAP}
          onFocus={() => setFocused(true)}
          onBlur={() => {
            setFocused(false);
            // A number that was taken is written the kitchen's way; one that was not stays to be mended.
            if (trouble === null) setTyped(null);
          }}
          inputMode={inputMode}
          autoFocus={focusFirst}
          selectTextOnFocus={focusFirst}
          id={id}
          aria-label={label}
          aria-describedby={`${id}-note`}
          aria-invalid={message !== null}
          autoComplete="off"
          autoCapitalize="none"
          autoCorrect={false}
          spellCheck={false}
          style={[
            styles.input,
            FIVE_DIGITS,
            { color: colour.ink, fontFamily: FONT.strong, fontSize: counter === true ? 24 : 18 },
          ]}
        />
        {unit !== '' && <AppText tone="soft">{unit}</AppText>}
      </View>
    </FieldFrame>
  );
}

const styles = StyleSheet.create({
  field: { flexGrow: 1, flexBasis: 130 },
  stacked: {},
  box: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.small,
    borderWidth: 1,
    borderRadius: 10,
    paddingHorizontal: SPACE.medium,
  },
  // Round the whole field: the input alone ends where its unit begins.
  ring: { outlineStyle: 'solid', outlineWidth: 2, outlineOffset: 1 },
  input: {
    flex: 1,
    // The browser draws its own ring at any width unless it is told a style.
    outlineStyle: 'solid',
    outlineWidth: 0,
    minHeight: TOUCH.usual,
    fontVariant: ['tabular-nums', 'lining-nums'],
  },
});
