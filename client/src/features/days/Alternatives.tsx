import type { Alternative, Displacement } from '@humble-churn/core';
import { cautionsBefore, formatDuration, formatVolume } from '@humble-churn/core';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { Cautions } from '../../ui/Cautions';
import { AppText } from '../../ui/AppText';
import { SPACE, useColours } from '../../ui/theme';
import { momentText } from '../../wire/moments';
import type { KnownKitchen } from '../../wire/kitchen';
import { Visits } from './Visits';
import { useDays } from './useDays';

const OFFER_WORDS: Readonly<Record<Alternative['kind'], string>> = {
  'hot-soak': 'Soak hot and quick',
  'frozen-soaked': 'Soaked nuts from the freezer',
  'needs-no-soak': 'A nut that needs no soak',
  later: 'A later glass',
};

function tradeOffText({ tradeOff, kind, recipe, prediction }: Alternative, kitchen: KnownKitchen): string {
  const parts: string[] = [];
  if (kind === 'needs-no-soak') parts.push(prediction.nuts[0]?.name ?? recipe.name);
  if (kind === 'frozen-soaked') parts.push('takes a portion you have frozen');
  if (tradeOff.lateMin > 0) parts.push(`${formatDuration(tradeOff.lateMin * 60)} later`);
  if (Math.abs(tradeOff.milkMl) >= 10) {
    parts.push(
      `${formatVolume(Math.abs(tradeOff.milkMl), kitchen)} ${tradeOff.milkMl > 0 ? 'more' : 'less'} milk`,
    );
  }
  if (Math.abs(tradeOff.proteinPct) >= 0.05) {
    parts.push(
      `${Math.abs(tradeOff.proteinPct).toFixed(1)} points ${tradeOff.proteinPct > 0 ? 'more' : 'less'} protein`,
    );
  }
  if (Math.abs(tradeOff.secondsPerLoad) >= 5) {
    parts.push(
      `${formatDuration(Math.abs(tradeOff.secondsPerLoad))} ${tradeOff.secondsPerLoad > 0 ? 'more' : 'less'} at the blades`,
    );
  }
  return parts.length === 0 ? 'none' : parts.join('; ');
}

/** Planned batches that would make room, and where they would lie. */
export function RoomOffer({
  room,
  working,
  onTake,
}: {
  room: Displacement;
  /** Another answer is being worked out. */
  working: boolean;
  onTake: () => void;
}) {
  const { kept, kitchen, nowMs } = useDays();
  const colour = useColours();
  return (
    <View style={[styles.offer, { borderColor: colour.line }]}>
      <AppText kind="heading" level={3}>
        Make room among the planned batches
      </AppText>
      <AppText>
        {room.moved.length === 1
          ? 'One planned batch is moved, and still ready for its own glass.'
          : 'Two planned batches are moved, each still ready for its own glass.'}
      </AppText>
      {room.moved.map((now) => {
        const was = kept.find(({ plan }) => plan.id === now.id);
        if (!was) return null;
        return (
          <View key={now.id} style={styles.visits}>
            <AppText kind="strong">
              {was.plan.recipe.name}, for {momentText(Date.parse(was.plan.glassAt), nowMs, kitchen)}
            </AppText>
            <Visits placed={now} was={was.placed} />
          </View>
        );
      })}
      <View style={styles.visits}>
        <AppText kind="strong">And the new one goes in</AppText>
        <Visits placed={room.placed} />
      </View>
      <View style={styles.row}>
        <Button
          label="Use this plan"
          hint="Use this plan: Make room among the planned batches"
          busy={working}
          onPress={onTake}
        />
      </View>
    </View>
  );
}

/** Another way that still fits, and its trade-off. */
export function OneOffer({
  offer,
  working,
  onTake,
}: {
  offer: Alternative;
  working: boolean;
  onTake: () => void;
}) {
  const { kitchen, model, nowMs } = useDays();
  const colour = useColours();
  return (
    <View style={[styles.offer, { borderColor: colour.line }]}>
      <AppText kind="heading" level={3}>
        {OFFER_WORDS[offer.kind]}
      </AppText>
      <AppText>Trade-off: {tradeOffText(offer, kitchen)}.</AppText>
      <AppText tone="soft">Ready {momentText(offer.placed.readyMs, nowMs, kitchen)}, an estimate.</AppText>
      <Cautions
        cautions={cautionsBefore(
          offer.recipe,
          { contains: offer.prediction.allergens, unknown: false },
          offer.prediction.cautions,
          model,
        )}
      />
      <View style={styles.row}>
        <Button
          label="Use this plan"
          hint={`Use this plan: ${OFFER_WORDS[offer.kind]}`}
          busy={working}
          onPress={onTake}
        />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small, alignItems: 'center' },
  visits: { gap: SPACE.tight },
  offer: { borderTopWidth: 1, paddingTop: SPACE.medium, gap: SPACE.small },
});
