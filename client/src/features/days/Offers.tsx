import type { Plan } from '@humble-churn/contract';
import type { Offer, Placed, RoomMade } from '@humble-churn/core';
import { cautionsBefore, shownDuration, shownVolume } from '@humble-churn/core';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { Cautions } from '../../ui/Cautions';
import { Words } from '../../ui/Words';
import { SPACE, useColours } from '../../ui/theme';
import { momentWords } from '../../wire/moments';
import type { KnownKitchen } from '../../wire/queries';
import { Visits } from './Visits';

const OFFER_WORDS: Readonly<Record<Offer['kind'], string>> = {
  'hot-soak': 'Soak hot and quick',
  'frozen-soaked': 'Soaked nuts from the freezer',
  'needs-no-soak': 'A nut that needs no soak',
  later: 'A later glass',
};

function priceWords({ price, kind, recipe, prediction }: Offer, kitchen: KnownKitchen): string {
  const parts: string[] = [];
  if (kind === 'needs-no-soak') parts.push(prediction.nuts[0]?.name ?? recipe.name);
  if (kind === 'frozen-soaked') parts.push('takes a portion you have frozen');
  if (price.lateMin > 0) parts.push(`${shownDuration(price.lateMin * 60)} later`);
  if (Math.abs(price.milkMl) >= 10) {
    parts.push(`${shownVolume(Math.abs(price.milkMl), kitchen)} ${price.milkMl > 0 ? 'more' : 'less'} milk`);
  }
  if (Math.abs(price.proteinPct) >= 0.05) {
    parts.push(
      `${Math.abs(price.proteinPct).toFixed(1)} points ${price.proteinPct > 0 ? 'more' : 'less'} protein`,
    );
  }
  if (Math.abs(price.secondsPerLoad) >= 5) {
    parts.push(
      `${shownDuration(Math.abs(price.secondsPerLoad))} ${price.secondsPerLoad > 0 ? 'more' : 'less'} at the blades`,
    );
  }
  return parts.length === 0 ? 'at no other price' : parts.join('; ');
}

/** Kept plans that would make room, and where they would lie. */
export function RoomOffer({
  room,
  kept,
  kitchen,
  nowMs,
  working,
  onTake,
}: {
  room: RoomMade;
  kept: readonly { plan: Plan; placed: Placed }[];
  kitchen: KnownKitchen;
  nowMs: number;
  working: boolean;
  onTake: (room: RoomMade) => void;
}) {
  const colour = useColours();
  return (
    <View style={[styles.offer, { borderColor: colour.line }]}>
      <Words kind="heading" level={3}>
        Make room among the kept plans
      </Words>
      <Words>
        {room.moved.length === 1
          ? 'One kept plan is moved, and still ready for its own glass.'
          : 'Two kept plans are moved, each still ready for its own glass.'}
      </Words>
      {room.moved.map((now) => {
        const was = kept.find(({ plan }) => plan.id === now.id);
        if (!was) return null;
        return (
          <View key={now.id} style={styles.visits}>
            <Words kind="strong">
              {was.plan.recipe.name}, for {momentWords(Date.parse(was.plan.glassAt), nowMs, kitchen.timeZone)}
            </Words>
            <Visits placed={now} was={was.placed} kitchen={kitchen} nowMs={nowMs} />
          </View>
        );
      })}
      <View style={styles.visits}>
        <Words kind="strong">And the new one goes in</Words>
        <Visits placed={room.placed} kitchen={kitchen} nowMs={nowMs} />
      </View>
      <View style={styles.row}>
        <Button
          label="Plan it so"
          hint="Plan it so: Make room among the kept plans"
          busy={working}
          onPress={() => onTake(room)}
        />
      </View>
    </View>
  );
}

/** Another way that still fits, and its price. */
export function OneOffer({
  offer,
  kitchen,
  nowMs,
  working,
  onTake,
}: {
  offer: Offer;
  kitchen: KnownKitchen;
  nowMs: number;
  working: boolean;
  onTake: () => void;
}) {
  const colour = useColours();
  return (
    <View style={[styles.offer, { borderColor: colour.line }]}>
      <Words kind="heading" level={3}>
        {OFFER_WORDS[offer.kind]}
      </Words>
      <Words>Its price: {priceWords(offer, kitchen)}.</Words>
      <Words tone="soft">
        Ready {momentWords(offer.placed.readyMs, nowMs, kitchen.timeZone)}, an estimate.
      </Words>
      <Cautions
        cautions={cautionsBefore(
          offer.recipe,
          { contains: offer.prediction.allergens, unknown: false },
          offer.prediction.cautions,
          kitchen.profile,
        )}
      />
      <View style={styles.row}>
        <Button
          label="Plan it so"
          hint={`Plan it so: ${OFFER_WORDS[offer.kind]}`}
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
