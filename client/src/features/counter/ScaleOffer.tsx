import type { Measures } from '@humble-churn/core';
import { isEmptyScale, isSameLoad, formatReadMass } from '@humble-churn/core';
import { useEffect, useEffectEvent, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useDevice } from '../../devices/useDevice';
import { Button } from '../../ui/Button';
import { AppText } from '../../ui/AppText';
import { Check } from '../../ui/icons';
import { SPACE, useColours } from '../../ui/theme';

/** What the scale shows, where nothing is to be taken down. */
export function ScaleGlance({ measures }: { measures: Measures }) {
  const scale = useDevice('scale');
  if (!scale.connection) return null;
  return (
    <AppText kind="bigFigure" tone={scale.steady ? 'kelp' : 'soft'}>
      {scale.shown === null ? 'Scale: – – –' : `Scale: ${formatReadMass(scale.shown, measures)}`}
    </AppText>
  );
}

interface Props {
  /** What is weighed, as in `Take 188 g as pulp`. */
  what: string;
  /** The kitchen's own. */
  measures: Measures;
  /** Takes readings held for two seconds without a tap. */
  handsFree: boolean;
  onTake: (massG: number) => void;
}

/**
 * The scale's steady reading, offered: taken with one tap, or by itself once it has been held for two seconds. A
 * reading is taken once; what lies there must change before the next.
 */
export function ScaleOffer({ what, measures, handsFree, onTake }: Props) {
  const scale = useDevice('scale');
  const colour = useColours();
  const { steady, held } = scale;
  const [taken, setTaken] = useState<{ massG: number; what: string } | null>(null);
  const stepG = scale.connection?.step ?? 1;
  const same = (massG: number): boolean => taken !== null && isSameLoad(taken.massG, massG, stepG);
  const take = (massG: number): void => {
    setTaken({ massG, what });
    onTake(massG);
  };
  const takeHeld = useEffectEvent((massG: number): void => {
    if (!same(massG)) take(massG);
  });
  const ready = handsFree && steady !== null && held >= 1 ? steady.massG : null;
  useEffect(() => {
    if (ready === null) return;
    const timer = setTimeout(() => takeHeld(ready));
    return () => clearTimeout(timer);
  }, [ready]);
  const empty = scale.shown !== null && isEmptyScale(scale.shown, stepG);
  if (empty && taken !== null) setTaken(null);
  if (!scale.connection) return null;
  // What was taken as milk is not offered as pulp.
  const before = steady && taken !== null && taken.what !== what && same(steady.massG) ? taken : null;
  return (
    <View style={[styles.offer, { borderColor: colour.edge, backgroundColor: colour.sunk }]}>
      <AppText kind="bigFigure" tone={steady ? 'kelp' : 'soft'}>
        {scale.shown === null ? '– – –' : formatReadMass(scale.shown, measures)}
      </AppText>
      {steady && handsFree && !same(steady.massG) && (
        <View style={[styles.held, { borderColor: colour.edge }]} aria-hidden>
          <View style={{ width: `${100 * held}%`, height: '100%', backgroundColor: colour.kelp }} />
        </View>
      )}
      {before ? (
        <AppText live="polite">
          {formatReadMass(before.massG, measures)} taken as {before.what}. Now put the {what} on it.
        </AppText>
      ) : steady ? (
        <Button
          label={`Take ${formatReadMass(steady.massG, measures)}`}
          hint={`Take ${formatReadMass(steady.massG, measures)} as ${what}`}
          kind="main"
          icon={Check}
          counter
          onPress={() => take(steady.massG)}
        />
      ) : (
        <AppText tone="soft">
          {scale.shown === null
            ? 'The scale says nothing. Figures can be typed.'
            : empty
              ? `Put the ${what} on it, without the bowl’s weight.`
              : 'Waiting until it is still.'}
        </AppText>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  offer: { gap: SPACE.small, borderWidth: 1, borderRadius: 10, padding: SPACE.medium },
  held: { height: 8, borderRadius: 4, borderWidth: 1, overflow: 'hidden' },
});
