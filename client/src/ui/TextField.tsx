import { useId } from 'react';
import type { TextInputProps, ViewStyle } from 'react-native';
import { StyleSheet, TextInput } from 'react-native';
import { FieldFrame } from './FieldFrame';
import { FONT, SPACE, TOUCH, useColours } from './theme';

type Typing = 'inputMode' | 'autoComplete' | 'autoCapitalize' | 'autoCorrect' | 'spellCheck' | 'placeholder';

interface Props extends Pick<TextInputProps, Typing | 'maxLength' | 'multiline' | 'onBlur'> {
  label: string;
  value: string;
  onChange: (value: string) => void;
  /** Called when Enter is pressed in it. */
  onSubmit?: () => void;
  error?: string | null;
  note?: string | undefined;
  /** How it stands among other fields. */
  style?: ViewStyle;
  textStyle?: TextInputProps['style'];
}

/** Text in a box with its label, and what is wrong with it underneath. */
export function TextField({
  label,
  value,
  onChange,
  onSubmit,
  error = null,
  note,
  style = {},
  textStyle,
  ...typing
}: Props) {
  const colour = useColours();
  const id = useId();
  return (
    <FieldFrame label={label} noteId={`${id}-note`} error={error} note={note} style={style}>
      <TextInput
        {...typing}
        {...(onSubmit && { onSubmitEditing: onSubmit })}
        value={value}
        onChangeText={onChange}
        id={id}
        aria-label={label}
        aria-describedby={`${id}-note`}
        aria-invalid={error !== null}
        placeholderTextColor={colour.inkSoft}
        style={[
          styles.box,
          {
            color: colour.ink,
            backgroundColor: colour.surface,
            borderColor: error === null ? colour.edge : colour.buoy,
          },
          textStyle,
        ]}
      />
    </FieldFrame>
  );
}

const styles = StyleSheet.create({
  box: {
    minHeight: TOUCH.usual,
    minWidth: 0,
    width: '100%',
    borderWidth: 1,
    borderRadius: 10,
    paddingHorizontal: SPACE.medium,
    fontFamily: FONT.text,
    fontSize: 17,
  },
});
