import type { ReactNode } from 'react';
import { useRef } from 'react';
import type { View as ViewType } from 'react-native';
import { Pressable, StyleSheet, View } from 'react-native';
import { AppText } from './AppText';
import { SPACE, TOUCH, useColours } from './theme';

export interface Option<T extends string | number> {
  value: T;
  label: string;
  /** A second line: what this choice costs or gives. */
  note?: string;
  mark?: ReactNode;
  disabled?: boolean;
}

interface Props<T extends string | number> {
  label: string;
  options: readonly Option<T>[];
  value: T | null;
  onChange: (value: T) => void;
  hideLabel?: boolean;
}

/** One of several, all in sight. Arrow keys move through it as through any group of radio buttons. */
export function Choice<T extends string | number>({ label, options, value, onChange, hideLabel }: Props<T>) {
  const colour = useColours();
  const refs = useRef(new Map<T, ViewType>());
  const open = options.filter((option) => option.disabled !== true);
  const step = (from: T, by: number): void => {
    const index = open.findIndex((option) => option.value === from);
    const next = open[(index + by + open.length) % open.length];
    if (!next) return;
    onChange(next.value);
    refs.current.get(next.value)?.focus();
  };
  // One stop for the tab key: the chosen one, or the first while none is.
  const stop = options.some((option) => option.value === value) ? value : open[0]?.value;
  return (
    <View style={styles.group}>
      {hideLabel !== true && (
        <AppText kind="small" tone="soft">
          {label}
        </AppText>
      )}
      <View role="radiogroup" aria-label={label} style={styles.options}>
        {options.map((option) => {
          const chosen = option.value === value;
          const keys = {
            onKeyDown: (event: { key: string; preventDefault: () => void }): void => {
              const by = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key];
              if (by !== undefined) {
                event.preventDefault();
                step(option.value, by);
              } else if (event.key === ' ') {
                event.preventDefault();
                onChange(option.value);
              }
            },
          };
          return (
            <Pressable
              key={option.value}
              ref={(node) => {
                if (node) refs.current.set(option.value, node);
                else refs.current.delete(option.value);
              }}
              role="radio"
              aria-checked={chosen}
              aria-disabled={option.disabled ?? false}
              disabled={option.disabled ?? false}
              tabIndex={option.value === stop ? 0 : -1}
              onPress={() => onChange(option.value)}
              {...keys}
              style={[
                styles.option,
                {
                  backgroundColor: chosen ? colour.kelpSoft : colour.surface,
                  borderColor: chosen ? colour.kelp : colour.line,
                  borderWidth: chosen ? 2 : 1,
                  padding: chosen ? SPACE.small - 1 : SPACE.small,
                  opacity: option.disabled === true ? 0.45 : 1,
                },
              ]}
            >
              {option.mark}
              <View style={styles.words}>
                <AppText kind={chosen ? 'strong' : 'body'}>{option.label}</AppText>
                {option.note !== undefined && (
                  <AppText kind="small" tone="soft">
                    {option.note}
                  </AppText>
                )}
              </View>
            </Pressable>
          );
        })}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  group: { gap: SPACE.tight },
  options: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
  option: {
    minHeight: TOUCH.usual,
    minWidth: TOUCH.usual,
    maxWidth: '100%',
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.small,
    borderRadius: 10,
  },
  words: { paddingHorizontal: SPACE.tight, flexShrink: 1, minWidth: 0 },
});
