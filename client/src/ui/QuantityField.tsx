import { quantityMessage } from '@humble-churn/contract';
import { readQuantity } from '@humble-churn/core';
import type { Ref } from 'react';
import { useId, useState } from 'react';
import { StyleSheet, TextInput, View } from 'react-native';
import { FieldFrame } from './FieldFrame';
import { AppText } from './AppText';
import { FONT, SPACE, TOUCH, useColours } from './theme';

interface Props {
  label: string;
  unit: string;
  /** What stands there while nobody types. */
  shown: string;
  /** Called with each number understood. Answers why it cannot be taken, or null. */
  onNumber: (value: number) => string | null;
  /** An error from elsewhere that belongs to this field. */
  error?: string | null;
  onEmpty?: () => void;
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

/**
 * A number as cooks write it: 250, 1 1/2, ½, 2,5. What cannot be read stays as typed, with the reason under it,
 * and the last good number stays in force.
 */
export function QuantityField({
  label,
  unit,
  shown,
  onNumber,
  error,
  onEmpty,
  onTrouble,
  note,
  counter,
  stacked = false,
  inputRef,
  onSubmit,
}: Props) {
  const colour = useColours();
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [focused, setFocused] = useState(false);
  const message = trouble ?? error ?? null;
  const take = (text: string): void => {
    setTyped(text);
    const reading = readQuantity(text);
    const empty = !reading.ok && reading.why === 'empty' ? onEmpty : undefined;
    empty?.();
    const why = empty ? null : reading.ok ? onNumber(reading.value) : quantityMessage(reading);
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
          // Cups are written with fractions, which a number keypad cannot type.
          inputMode={/cup/i.test(unit) ? 'text' : 'decimal'}
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
        <AppText tone="soft">{unit}</AppText>
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
