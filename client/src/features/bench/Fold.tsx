import type { ReactNode } from 'react';
import { useDeferredValue, useEffect, useRef } from 'react';
import type { View as ViewType } from 'react-native';
import { Pressable, StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { ChevronDown, ChevronUp } from '../../ui/icons';
import { SPACE, TOUCH, useColours } from '../../ui/theme';
import { benchLine } from './benchLines';
import type { Section } from './openSections';
import { SECTION_TITLES, useSections } from './openSections';
import { useBench } from './useBench';

interface Props {
  section: Section;
  /** Stays in sight while it is closed, too. */
  face?: ReactNode;
  children: ReactNode;
}

/** One decision: a line that says what is chosen and what it does, and opens where it stands. */
export function Fold({ section, face, children }: Props) {
  const title = SECTION_TITLES[section];
  const colour = useColours();
  const { isOpen, toggle, oneAtATime } = useSections();
  const open = isOpen(section);
  // The line answers the tap at once; what it opens follows as soon as it is drawn.
  const shown = useDeferredValue(open) && open;
  const { later, draft, kitchen, model } = useBench();
  const line = benchLine(section, { ...later, servings: draft.servings, kitchen, model });
  const ref = useRef<ViewType>(null);
  const wasShown = useRef(shown);
  useEffect(() => {
    const opened = shown && !wasShown.current;
    wasShown.current = shown;
    // What stood above it may have closed: it begins where the eye is.
    if (opened && oneAtATime) (ref.current as unknown as Element | null)?.scrollIntoView({ block: 'start' });
  }, [shown, oneAtATime]);
  const Chevron = open ? ChevronUp : ChevronDown;
  return (
    <View
      ref={ref}
      role="region"
      aria-label={title}
      style={[styles.fold, BY_ITSELF, { backgroundColor: colour.surface, borderColor: colour.line }]}
    >
      <View role="heading" aria-level={2}>
        <Pressable
          role="button"
          aria-expanded={open}
          aria-label={`${title}: ${line}`}
          onPress={() => toggle(section)}
          style={styles.line}
        >
          <View style={[styles.words, face !== undefined && face !== false && styles.oneLine]}>
            <AppText kind="strong">{title}</AppText>
            <AppText kind="small" tone="soft">
              {line}
            </AppText>
          </View>
          <Chevron size={22} color={colour.inkSoft} aria-hidden />
        </Pressable>
      </View>
      {face}
      {shown && <View style={styles.body}>{children}</View>}
    </View>
  );
}

// A figure that changes in one of them need not have the others laid out anew. Only the web knows this style.
const BY_ITSELF: object = { contain: 'layout style' };

const styles = StyleSheet.create({
  fold: { borderRadius: 14, borderWidth: 1, paddingHorizontal: SPACE.roomy, paddingVertical: SPACE.tight },
  line: { flexDirection: 'row', alignItems: 'center', gap: SPACE.small, minHeight: TOUCH.usual },
  words: { flex: 1, minWidth: 0 },
  // What is chosen is seen below, too.
  oneLine: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'baseline', columnGap: SPACE.small },
  body: { gap: SPACE.medium, paddingVertical: SPACE.small },
});
