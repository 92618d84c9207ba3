import { usePathname, useRouter } from 'expo-router';
import type { ReactNode } from 'react';
import { useEffect, useState } from 'react';
import { Pressable, StyleSheet, View, useWindowDimensions } from 'react-native';
import type { Place } from './places';
import { PLACES } from './places';
import { NewVersion } from './NewVersion';
import { PendingEntries } from './PendingEntries';
import { Shortcuts } from './Shortcuts';
import { MAIN_ID } from './ScreenTitle';
import { ToastPlace } from './Toast';
import { AppText } from './AppText';
import { SPACE, TOUCH, WIDE_FROM_PX, useColours } from './theme';

function isHere(place: Place, pathname: string): boolean {
  if (place.also?.some((path) => pathname.startsWith(path)) === true) return true;
  return place.path === '/' ? pathname === '/' : pathname.startsWith(place.path);
}

/** The frame of every screen: places under the thumb on a phone, in a rail at the side on a wide screen. */
export function Shell({
  children,
  underWay,
}: {
  children: ReactNode;
  /** The way to the step under way, for a rail or for the foot of a phone. */
  underWay: (rail: boolean) => ReactNode;
}) {
  const colour = useColours();
  const { width } = useWindowDimensions();
  const wide = width >= WIDE_FROM_PX;
  useFieldInSight();
  return (
    <View style={[styles.shell, wide && styles.wide, { backgroundColor: colour.ground }]}>
      <SkipLink />
      {wide && <Nav rail underWay={underWay(true)} />}
      <View style={styles.screen}>
        {children}
        <View style={styles.foot} pointerEvents="box-none">
          <ToastPlace />
          <NewVersion />
          <PendingEntries />
        </View>
      </View>
      {!wide && underWay(false)}
      {!wide && <Nav rail={false} />}
      <Shortcuts />
    </View>
  );
}

/** Seen once the tab key reaches it: past the places, straight to the screen. */
function SkipLink() {
  const colour = useColours();
  const [focused, setFocused] = useState(false);
  return (
    <Pressable
      role="link"
      {...{ href: `#${MAIN_ID}` }}
      onFocus={() => setFocused(true)}
      onBlur={() => setFocused(false)}
      onPress={(event) => {
        event.preventDefault();
        const screen = document.getElementById(MAIN_ID);
        if (screen && !screen.hasAttribute('tabindex')) screen.tabIndex = -1;
        screen?.focus();
      }}
      style={[
        focused ? styles.skipShown : styles.skip,
        { backgroundColor: colour.surface, borderColor: colour.kelp },
      ]}
    >
      <AppText kind="strong">Skip to the screen</AppText>
    </Pressable>
  );
}

/** A keyboard that comes up makes the window lower: the field that is typed into stays in sight. */
function useFieldInSight(): void {
  const { height } = useWindowDimensions();
  useEffect(() => {
    const field = document.activeElement;
    if (field instanceof HTMLInputElement || field instanceof HTMLTextAreaElement) {
      field.scrollIntoView({ block: 'nearest' });
    }
  }, [height]);
}

/** In a narrower window the names of the places are set smaller, so that all are in sight, px. */
const NARROW_PX = 380;

function Nav({ rail, underWay }: { rail: boolean; underWay?: ReactNode }) {
  const colour = useColours();
  const pathname = usePathname();
  const router = useRouter();
  const { width } = useWindowDimensions();
  const narrow = width < NARROW_PX;
  return (
    <View
      role="navigation"
      aria-label="Places"
      // Where large text makes the names wider than the window the bar slides sideways.
      style={[
        !rail && SLIDES,
        rail ? styles.rail : styles.bar,
        { backgroundColor: colour.surface, borderColor: colour.line },
      ]}
    >
      {rail && (
        <AppText kind="heading" tone="kelp" style={styles.brand} level={2}>
          Humble Churn
        </AppText>
      )}
      {PLACES.map((place) => {
        const here = isHere(place, pathname);
        return (
          <Pressable
            key={place.path}
            role="link"
            aria-label={place.name}
            aria-current={here ? 'page' : undefined}
            {...{ href: place.path }}
            onPress={(event) => {
              // A real address, so that it can be opened in a new tab; a plain press stays in the app.
              event.preventDefault();
              router.navigate(place.path);
            }}
            style={[
              rail ? styles.railPlace : styles.barPlace,
              here && { backgroundColor: colour.kelpSoft, borderColor: colour.kelp },
              { borderColor: here ? colour.kelp : 'transparent' },
            ]}
          >
            <place.icon color={here ? colour.kelp : colour.inkSoft} size={rail ? 22 : 24} aria-hidden />
            <AppText
              kind={rail ? (here ? 'strong' : 'body') : 'small'}
              tone={here ? 'kelp' : 'soft'}
              {...(narrow && { style: styles.smallName })}
            >
              {place.name}
            </AppText>
          </Pressable>
        );
      })}
      {rail && underWay}
    </View>
  );
}

// Only the web knows this of a view.
const SLIDES: object = { overflowX: 'auto', overflowY: 'hidden' };

const styles = StyleSheet.create({
  shell: { flex: 1, minHeight: 0 },
  wide: { flexDirection: 'row' },
  screen: { flex: 1, minWidth: 0, minHeight: 0 },
  skip: {
    position: 'absolute',
    left: 0,
    top: 0,
    opacity: 0,
    zIndex: -1,
    minHeight: TOUCH.usual,
  },
  skipShown: {
    position: 'absolute',
    left: SPACE.small,
    top: SPACE.small,
    minHeight: TOUCH.usual,
    zIndex: 10,
    padding: SPACE.medium,
    borderWidth: 2,
    borderRadius: 10,
  },
  // Over the screen: what is said here comes and goes without moving anything under a finger.
  foot: { position: 'absolute', left: 0, right: 0, bottom: 0 },
  rail: { width: 190, padding: SPACE.medium, gap: SPACE.tight, borderRightWidth: 1 },
  brand: { paddingVertical: SPACE.medium, paddingHorizontal: SPACE.small },
  bar: { flexDirection: 'row', borderTopWidth: 1, paddingHorizontal: SPACE.hair },
  railPlace: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.medium,
    minHeight: 48,
    paddingHorizontal: SPACE.medium,
    borderRadius: 10,
    borderLeftWidth: 4,
  },
  smallName: { fontSize: 11, lineHeight: 14 },
  barPlace: {
    flexGrow: 1,
    flexBasis: TOUCH.usual,
    flexShrink: 0,
    alignItems: 'center',
    justifyContent: 'center',
    minHeight: 62,
    gap: SPACE.hair,
    borderTopWidth: 4,
    borderRadius: 0,
  },
});
