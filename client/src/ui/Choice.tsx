import type { ReactNode } from 'react';
import { useEffect, useRef } from 'react';
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
  /** In one row that slides sideways, however many there are. */
  slides?: boolean;
}

/** Slides a row until one of its choices is in sight. The page itself stays where it is. */
function slideTo(chosen: Element): void {
  const row = chosen.parentElement;
  if (!row) return;
  const { left, right } = chosen.getBoundingClientRect();
  const edges = row.getBoundingClientRect();
  if (left < edges.left) row.scrollLeft -= edges.left - left;
  else if (right > edges.right) row.scrollLeft += right - edges.right;
}

/** One of several, all in sight. Arrow keys move through it as through any group of radio buttons. */
export function Choice<T extends string | number>({
  label,
  options,
  value,
  onChange,
  hideLabel = false,
  slides = false,
}: Props<T>) {
  const refs = useRef(new Map<T, ViewType>());
  const open = options.filter((option) => option.disabled !== true);
  const step = (from: T, by: number): void => {
    const index = open.findIndex((option) => option.value === from);
    const next = open[(index + by + open.length) % open.length];
    if (!next) return;
    onChange(next.value);
    refs.current.get(next.value)?.focus();
  };
  // In a row that slides the chosen one may lie beyond its edge.
  useEffect(() => {
    const node = slides && value !== null ? refs.current.get(value) : undefined;
    if (node) slideTo(node as unknown as Element);
  }, [slides, value]);
  // One stop for the tab key: the chosen one, or the first while none is.
  const stop = options.some((option) => option.value === value) ? value : open[0]?.value;
  return (
    <View style={styles.group}>
      {!hideLabel && (
        <AppText kind="small" tone="soft">
          {label}
        </AppText>
      )}
      <View role="radiogroup" aria-label={label} style={[styles.options, slides && SLIDES]}>
        {options.map((option) => (
          <OneOption
            key={option.value}
            option={option}
            chosen={option.value === value}
            stop={option.value === stop}
            slides={slides}
            hold={(node) => {
              if (node) refs.current.set(option.value, node);
              else refs.current.delete(option.value);
            }}
            onChoose={() => onChange(option.value)}
            onStep={(by) => step(option.value, by)}
          />
        ))}
      </View>
    </View>
  );
}

interface OneOptionProps<T extends string | number> {
  option: Option<T>;
  chosen: boolean;
  /** The group's one stop for the tab key. */
  stop: boolean;
  slides: boolean;
  hold: (node: ViewType | null) => void;
  onChoose: () => void;
  onStep: (by: number) => void;
}

function OneOption<T extends string | number>({
  option,
  chosen,
  stop,
  slides,
  hold,
  onChoose,
  onStep,
}: OneOptionProps<T>) {
  const colour = useColours();
  const disabled = option.disabled ?? false;
  const tiled = slides && option.mark !== undefined;
  const keys = {
    onKeyDown: (event: { key: string; preventDefault: () => void }): void => {
      const by = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key];
      if (by === undefined && event.key !== ' ') return;
      event.preventDefault();
      if (by === undefined) onChoose();
      else onStep(by);
    },
  };
  return (
    <Pressable
      ref={hold}
      role="radio"
      aria-checked={chosen}
      aria-disabled={disabled}
      disabled={disabled}
      tabIndex={stop ? 0 : -1}
      onPress={onChoose}
      {...keys}
      style={[
        styles.option,
        slides && (tiled ? styles.tile : styles.whole),
        {
          backgroundColor: chosen ? colour.kelpSoft : colour.surface,
          borderColor: chosen ? colour.kelp : colour.line,
          borderWidth: chosen ? 2 : 1,
          padding: chosen ? SPACE.small - 1 : SPACE.small,
          opacity: disabled ? 0.45 : 1,
        },
      ]}
    >
      {option.mark}
      <View style={[styles.words, tiled && styles.tileWords]}>
        <AppText
          kind={tiled ? 'small' : chosen ? 'strong' : 'body'}
          {...(tiled && { style: styles.centred })}
        >
          {option.label}
        </AppText>
        {option.note !== undefined && (
          <AppText kind="small" tone="soft">
            {option.note}
          </AppText>
        )}
      </View>
    </Pressable>
  );
}

// Only the web knows this of a view.
const SLIDES: object = { flexWrap: 'nowrap', overflowX: 'auto', overflowY: 'hidden', scrollbarWidth: 'thin' };

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
  whole: { flexShrink: 0 },
  tile: { flexShrink: 0, flexDirection: 'column', justifyContent: 'center', width: 96, gap: SPACE.hair },
  tileWords: { paddingHorizontal: 0 },
  centred: { textAlign: 'center' },
  words: { paddingHorizontal: SPACE.tight, flexShrink: 1, minWidth: 0 },
});
