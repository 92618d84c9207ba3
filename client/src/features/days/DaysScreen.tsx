import {
  coreMoments,
  jobOfPlan,
  noTimeWords,
  planLimitWords,
  plannedStepWords,
  refusalWords,
  visitWords,
  wireMoments,
} from '@humble-churn/contract';
import type { Plan } from '@humble-churn/contract';
import type {
  Broken,
  Moments,
  Offer,
  OwnIngredient,
  Placed,
  PlanJob,
  PlanKitchen,
  PlannedPrediction,
  Recipe,
  Refusal,
  Taken,
  Window,
} from '@humble-churn/core';
import {
  brokenLimits,
  momentsOf,
  placedAt,
  planJob,
  planKitchen,
  predict,
  schedule,
  shownDuration,
  shownVolume,
  takenBy,
  takenByUnderWay,
  underWayPlaced,
  visits,
  waysStillOpen,
  withFinishMoved,
  withSoakMoved,
} from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { StyleSheet, View, useWindowDimensions } from 'react-native';
import { serverNowMs, useNowMs } from '../../wire/clock';
import { momentWords } from '../../wire/moments';
import type { Wanted } from '../../wire/plans';
import { useCalendarFile, usePlanning, usePlans } from '../../wire/plans';
import type { KnownBatch, KnownKitchen } from '../../wire/queries';
import { useActiveBatches, useKitchen, useOwnIngredients, useSayTo, useStartBatch } from '../../wire/queries';
import { useRecipes } from '../../wire/recipes';
import type { BatchLook } from '../../ui/BatchBand';
import { BatchBand, batchLooks } from '../../ui/BatchBand';
import { Button } from '../../ui/Button';
import { NotYet } from '../../ui/NotYet';
import { Notice } from '../../ui/Notice';
import { NutMark } from '../../ui/NutMark';
import { Panel } from '../../ui/Panel';
import { Screen } from '../../ui/Screen';
import { useToast } from '../../ui/Toast';
import { Words } from '../../ui/Words';
import { CalendarDays, Check, Download, Play, Undo2, X } from '../../ui/icons';
import { SPACE, WIDE_FROM_PX, useColours } from '../../ui/theme';
import { useWidth } from '../../ui/useWidth';
import { lastOnBench } from '../bench/draft';
import type { RibbonItem } from './DayRibbon';
import { DayRibbon } from './DayRibbon';
import { WishForm } from './WishForm';
import type { Wish } from './wish';
import { firstWish, recipeOf } from './wish';

/** What is planned for the days ahead, and the next glass to plan for. */
export function DaysScreen() {
  const batches = useActiveBatches();
  const kitchen = useKitchen();
  const plans = usePlans();
  const recipes = useRecipes('in-use');
  const own = useOwnIngredients();
  if (!batches.data || !kitchen.data || !plans.data || !recipes.data || !own.data) {
    return <NotYet title="Days" what="the days ahead" queries={[batches, kitchen, plans, recipes, own]} />;
  }
  return (
    <Days
      batches={batches.data}
      kitchen={kitchen.data}
      plans={plans.data}
      recipes={recipes.data.map(({ recipe }) => recipe)}
      own={own.data}
    />
  );
}

interface Props {
  batches: readonly KnownBatch[];
  kitchen: KnownKitchen;
  plans: readonly Plan[];
  recipes: readonly Recipe[];
  own: readonly OwnIngredient[];
}

const NEW = 'new';
const HOUR_MS = 3_600_000;

/** The next whole minute from now: what is planned is planned from there. */
function planningMs(): number {
  return Math.ceil(serverNowMs() / 60_000) * 60_000;
}

function daysUntil(
  glassMs: number,
  { profile, timeZone }: KnownKitchen,
  fromMs: number,
  taken: readonly Taken[],
): PlanKitchen {
  return planKitchen(profile, timeZone, fromMs, glassMs, taken);
}

/** A plan that is kept or in the making, and where it lies. */
interface Held {
  id: string;
  recipe: Recipe;
  prediction: PlannedPrediction;
  job: PlanJob;
  placed: Placed;
}

/** What a wish asks of the schedule; or why it cannot be made at all. */
function askedFor(
  wish: Wish,
  choices: readonly Recipe[],
  kitchen: KnownKitchen,
  own: readonly OwnIngredient[],
): { refusal: Refusal | null; asked: Pick<Held, 'recipe' | 'prediction' | 'job'> | null } {
  const recipe = recipeOf(wish, choices);
  if (!recipe) return { refusal: null, asked: null };
  const result = predict(recipe, kitchen, own);
  if (!result.ok) return { refusal: result.refusal, asked: null };
  const one = { id: NEW, glassMs: wish.glassMs, fresh: wish.fresh, soakedAlready: false };
  const prediction = result.value;
  return {
    refusal: null,
    asked: { recipe, prediction, job: planJob(one, recipe, prediction, kitchen, own) },
  };
}

function Days({ batches, kitchen, plans, recipes, own }: Props) {
  const nowMs = useNowMs(30_000);
  const [fromMs] = useState(planningMs);
  const bench = useMemo(() => lastOnBench(), []);
  const choices = useMemo(() => [...(bench ? [bench] : []), ...recipes], [bench, recipes]);
  const [moved, setMoved] = useState<Moments | null>(null);
  /** The kept plan that is being moved, rather than a new one made. */
  const [movingId, setMovingId] = useState<string | null>(null);
  /** The wish as it stood when a plan was kept or moved: not asked for again until the cook says so. */
  const [settled, setSettled] = useState<{ wish: Wish; planId: string } | null>(null);
  const planning = usePlanning();
  const toast = useToast();

  const kept = useMemo(
    () =>
      plans.map((plan) => {
        const job = jobOfPlan(plan, kitchen, own);
        return { plan, job, placed: placedAt(job, coreMoments(plan.moments)) };
      }),
    [plans, kitchen, own],
  );
  const underWay = useMemo(
    () =>
      batches.flatMap(({ id, state }) => {
        const going = underWayPlaced(id, state, own, fromMs);
        return going ? [{ id, state, ...going }] : [];
      }),
    [batches, own, fromMs],
  );
  const looks = batchLooks(batches);
  const moving = kept.find(({ plan }) => plan.id === movingId) ?? null;
  const taken = useMemo(
    () => [
      ...takenByUnderWay(batches, own, fromMs),
      ...kept.filter(({ plan }) => plan.id !== movingId).flatMap(({ job, placed }) => takenBy(job, placed)),
    ],
    [batches, own, fromMs, kept, movingId],
  );
  const [wish, setWish] = useState<Wish>(() =>
    firstWish(choices, kitchen, fromMs, (one) => {
      const { asked } = askedFor(one, choices, kitchen, own);
      return asked !== null && schedule([asked.job], daysUntil(one.glassMs, kitchen, fromMs, taken)).ok;
    }),
  );
  const days = useMemo(
    () => daysUntil(wish.glassMs, kitchen, fromMs, taken),
    [wish.glassMs, kitchen, fromMs, taken],
  );
  const settledPlan = (settled?.wish === wish && plans.find(({ id }) => id === settled.planId)) || null;
  const isSettled = settledPlan !== null;
  const { refusal, asked } = useMemo(
    () => (isSettled ? { refusal: null, asked: null } : askedFor(wish, choices, kitchen, own)),
    [isSettled, wish, choices, kitchen, own],
  );
  const found = useMemo(() => (asked ? schedule([asked.job], days) : null), [asked, days]);
  const best = found?.ok === true ? (found.placed[0] ?? null) : null;
  const offers = useMemo(() => {
    if (!asked || !found || found.ok) return [];
    const keepOff = kitchen.profile.people
      .filter(({ name }) => asked.recipe.drinkers.includes(name))
      .flatMap((person) => person.avoids);
    const one = { id: NEW, glassMs: wish.glassMs, fresh: wish.fresh };
    return waysStillOpen(one, asked.recipe, kitchen, own, days, keepOff);
  }, [asked, found, wish, kitchen, own, days]);
  // What the hand is on: a kept plan, or the new one.
  const held: Held | null = moving
    ? { ...moving.plan, job: moving.job, placed: moving.placed }
    : asked && best
      ? { id: NEW, ...asked, placed: best }
      : null;
  const shown = held && moved ? placedAt(held.job, moved) : (held?.placed ?? null);
  const letGo = (): void => {
    setMoved(null);
    setMovingId(null);
  };

  const keep = ({ recipe, prediction, glassMs, soakedAlready, moments }: Omit<Wanted, 'fresh'>): void => {
    const { fresh } = wish;
    const plan = planning.make({ recipe, prediction, glassMs, fresh, soakedAlready, moments });
    setMoved(null);
    setSettled({ wish, planId: plan.id });
    toast({ words: 'The plan is kept.', undo: () => planning.change(plan, { status: 'dropped' }) });
  };
  return (
    <Screen title="Days" maxWidth={1100}>
      <Ribbon
        items={[
          ...underWay.map(({ id, state, placed }) => ({
            id,
            name: state.recipe.name,
            note: ', under way',
            look: looks.get(id),
            ingredient: state.prediction.nuts[0]?.ingredient ?? '',
            placed,
          })),
          ...kept.map(({ plan, placed }) => ({
            id: plan.id,
            name: plan.recipe.name,
            note: ', planned',
            ingredient: plan.recipe.nuts[0]?.ingredient ?? '',
            placed: plan.id === movingId && shown ? shown : placed,
          })),
          ...(asked && shown && !moving
            ? [
                {
                  id: NEW,
                  name: asked.recipe.name,
                  note: ', being planned',
                  ingredient: asked.recipe.nuts[0]?.ingredient ?? '',
                  placed: shown,
                },
              ]
            : []),
        ]}
        days={days}
        nowMs={nowMs}
        kitchen={kitchen}
        held={held && shown ? { id: held.id, job: held.job, placed: shown } : null}
        onMoved={setMoved}
      />
      {!moving && (
        <WishForm
          wish={wish}
          choices={choices}
          kitchen={kitchen}
          fromMs={fromMs}
          onChange={(next) => {
            setMoved(null);
            setWish(next);
          }}
        />
      )}
      {!moving && refusal && <Notice kind="error">{refusalWords(refusal)}</Notice>}
      {held && shown && (
        <Proposal
          title={moving ? `${held.recipe.name}: moved` : `${held.recipe.name}: it fits like this`}
          job={held.job}
          placed={shown}
          days={days}
          kitchen={kitchen}
          nowMs={nowMs}
          byHand={moved !== null}
          reset={moving ? 'Leave it as it was' : moved ? 'As worked out' : null}
          onReset={letGo}
          onKeep={() => {
            if (!moving) {
              keep({ ...held, moments: momentsOf(shown), glassMs: wish.glassMs, soakedAlready: false });
              return;
            }
            const { plan } = moving;
            planning.change(plan, { moments: wireMoments(momentsOf(shown)) });
            letGo();
            setSettled({ wish, planId: plan.id });
            toast({
              words: 'The plan is moved.',
              undo: () => planning.change(plan, { moments: plan.moments }),
            });
          }}
        />
      )}
      {!moving && settledPlan && (
        <Panel title={`${settledPlan.recipe.name}: kept`}>
          <Words>It stands among the kept plans. For another one choose its milk, day or time above.</Words>
          <View style={styles.row}>
            <Button label="One more for the same glass" onPress={() => setSettled(null)} />
          </View>
        </Panel>
      )}
      {!moving && found && !found.ok && (
        <Panel title="It does not fit">
          <Words>{noTimeWords(found.tightest)}</Words>
          {offers.length === 0 && <Words tone="soft">Nothing else fits either. Choose a later glass.</Words>}
          {offers.map((offer) => (
            <OneOffer
              key={offer.kind}
              offer={offer}
              kitchen={kitchen}
              nowMs={nowMs}
              onTake={() =>
                keep({
                  ...offer,
                  moments: momentsOf(offer.placed),
                  soakedAlready: offer.kind === 'frozen-soaked',
                })
              }
            />
          ))}
        </Panel>
      )}
      <Kept
        kept={kept}
        kitchen={kitchen}
        nowMs={nowMs}
        onMove={(planId) => {
          setMoved(null);
          setMovingId(planId);
        }}
      />
    </Screen>
  );
}

/** The ribbon with its hand: what is being planned can be moved along it. */
function Ribbon({
  items,
  days,
  nowMs,
  kitchen,
  held,
  onMoved,
}: {
  /** One under way has its look, as on the other screens. */
  items: readonly (RibbonItem & { note: string; look?: BatchLook | undefined })[];
  days: PlanKitchen;
  nowMs: number;
  kitchen: KnownKitchen;
  held: { id: string; job: PlanJob; placed: Placed } | null;
  onMoved: (moments: Moments) => void;
}) {
  const { width } = useWindowDimensions();
  const inside = useWidth(340);
  const [from, setFrom] = useState<{ moments: Moments; span: Window } | null>(null);
  const ends = items.flatMap(({ placed }) => placed.steps.map(({ toMs }) => toMs));
  const begins = items.flatMap(({ placed }) => placed.steps.map(({ fromMs }) => fromMs));
  const fitting = {
    fromMs: Math.max(nowMs - 14 * HOUR_MS, Math.min(nowMs, ...begins) - HOUR_MS),
    toMs: Math.max(nowMs + 12 * HOUR_MS, ...ends) + 2 * HOUR_MS,
  };
  // While a band is moved the time under it stands still.
  const span = from?.span ?? fitting;
  return (
    <Panel title="The ribbon">
      <View onLayout={inside.onLayout}>
        <DayRibbon
          items={items}
          movableId={held?.id ?? null}
          span={span}
          nowMs={nowMs}
          waking={days.waking}
          quiet={days.quiet}
          timeZone={kitchen.timeZone}
          down={width < WIDE_FROM_PX}
          width={inside.width}
          onMove={(what, byMin) => {
            if (!held) return;
            const was = from?.moments ?? momentsOf(held.placed);
            if (!from) setFrom({ moments: was, span });
            const placed =
              what === 'soak'
                ? withSoakMoved(held.job, was, byMin)
                : withFinishMoved(held.job, days, was, byMin);
            onMoved(momentsOf(placed));
          }}
          onMoved={() => setFrom(null)}
        />
      </View>
      {items.map((item) => (
        <View key={item.id} style={styles.row}>
          {item.look && <BatchBand look={item.look} width={10} height={22} />}
          <NutMark ingredient={item.ingredient} size={22} />
          <Words kind="small" style={styles.what}>
            {item.name}
            {item.note}
          </Words>
        </View>
      ))}
      <Words kind="small" tone="soft">
        Hatched: asleep. Brass edge: machines are quiet. Soft bands soak, solid ones need you, the outline
        chills. The dotted bands can be moved with a finger or the arrow keys.
      </Words>
    </Panel>
  );
}

function Visits({ placed, kitchen, nowMs }: { placed: Placed; kitchen: KnownKitchen; nowMs: number }) {
  const soak = placed.steps.find(({ kind }) => kind === 'soak');
  const at = (ms: number): string => momentWords(ms, nowMs, kitchen.timeZone);
  return (
    <View style={styles.visits}>
      {visits(placed).map(({ key, kinds, fromMs, toMs }) => (
        <View key={key} style={styles.visit}>
          <Words kind="strong" style={styles.when}>
            {at(fromMs)}
          </Words>
          <Words style={styles.doing}>
            {visitWords(kinds)}
            {key === 'weigh' && soak
              ? `, then it soaks ${shownDuration((soak.toMs - soak.fromMs) / 1000)}`
              : `, ${shownDuration((toMs - fromMs) / 1000)}`}
          </Words>
        </View>
      ))}
      <View style={styles.visit}>
        <Words kind="strong" style={styles.when}>
          {at(placed.readyMs)}
        </Words>
        <Words style={styles.doing}>Ready to drink</Words>
      </View>
    </View>
  );
}

function brokenWords({ limit, kind, fromMs }: Broken, kitchen: KnownKitchen, nowMs: number): string {
  const when = momentWords(fromMs, nowMs, kitchen.timeZone);
  if (limit === 'time') {
    return kind === 'chill'
      ? `Ready only ${when}, after the glass.`
      : `${plannedStepWords(kind)} ${when} is past.`;
  }
  return `${plannedStepWords(kind)} ${when} runs into ${planLimitWords(limit)}.`;
}

function Proposal({
  title,
  job,
  placed,
  days,
  kitchen,
  nowMs,
  byHand,
  reset,
  onReset,
  onKeep,
}: {
  title: string;
  job: PlanJob;
  placed: Placed;
  days: PlanKitchen;
  kitchen: KnownKitchen;
  nowMs: number;
  byHand: boolean;
  /** What takes the moving back; null while there is nothing to take back. */
  reset: string | null;
  onReset: () => void;
  onKeep: () => void;
}) {
  const broken = brokenLimits([job], [placed], days);
  return (
    <Panel title={title}>
      <Visits placed={placed} kitchen={kitchen} nowMs={nowMs} />
      <View aria-live="polite" style={styles.visits}>
        {broken.map((one) => (
          <Notice key={`${one.limit}${one.kind}`} kind="caution">
            {brokenWords(one, kitchen, nowMs)}
          </Notice>
        ))}
        {byHand && broken.length === 0 && <Words tone="kelp">Moved by hand; it still fits.</Words>}
      </View>
      <View style={styles.row}>
        <Button label="Keep this plan" kind="main" icon={Check} counter onPress={onKeep} />
        {reset !== null && <Button label={reset} icon={Undo2} counter onPress={onReset} />}
      </View>
    </Panel>
  );
}

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

function OneOffer({
  offer,
  kitchen,
  nowMs,
  onTake,
}: {
  offer: Offer;
  kitchen: KnownKitchen;
  nowMs: number;
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
      {offer.kind === 'hot-soak' && (
        <Notice kind="caution">Boiling water burns. Drain, rinse cold, and blend below 30 °C.</Notice>
      )}
      <View style={styles.row}>
        <Button label="Plan it so" hint={`Plan it so: ${OFFER_WORDS[offer.kind]}`} onPress={onTake} />
      </View>
    </View>
  );
}

function Kept({
  kept,
  kitchen,
  nowMs,
  onMove,
}: {
  kept: readonly { plan: Plan; job: PlanJob; placed: Placed }[];
  kitchen: KnownKitchen;
  nowMs: number;
  onMove: (planId: string) => void;
}) {
  const planning = usePlanning();
  const calendar = useCalendarFile();
  const start = useStartBatch();
  const sayTo = useSayTo();
  const router = useRouter();
  const toast = useToast();
  const colour = useColours();
  return (
    <Panel title="Kept plans">
      {kept.length === 0 && (
        <Words>
          None yet. A kept plan tells the Now screen and your calendar when to weigh, drain and blend, and
          keeps jug, bag and bowls free for it.
        </Words>
      )}
      {start.error && <Notice kind="error">{start.error.message}</Notice>}
      {kept.map(({ plan, placed }) => (
        <View key={plan.id} style={[styles.offer, { borderColor: colour.line }]}>
          <View style={styles.row}>
            <NutMark ingredient={plan.recipe.nuts[0]?.ingredient ?? ''} />
            <Words kind="heading" level={3} style={styles.what}>
              {plan.recipe.name}
            </Words>
          </View>
          <Words tone="soft">
            {shownVolume(plan.prediction.milk.volumeMl, kitchen)} for{' '}
            {momentWords(Date.parse(plan.glassAt), nowMs, kitchen.timeZone)}
          </Words>
          <Visits placed={placed} kitchen={kitchen} nowMs={nowMs} />
          <View style={styles.row}>
            <Button
              label="Begin it now"
              hint={`Begin ${plan.recipe.name} now`}
              icon={Play}
              busy={start.isPending}
              onPress={() =>
                start.mutate(
                  { recipe: plan.recipe, own: [], planId: plan.id, key: plan.id },
                  {
                    onSuccess: (batch) => {
                      // Soaked before, as the recipe says: on to weighing what came out of the freezer.
                      if (plan.soakedAlready) {
                        sayTo(
                          batch.id,
                          ['weigh', 'soak', 'drain'].map((step) => ({ type: 'step-done', step })),
                        );
                      }
                      router.push(`/counter/${batch.id}`);
                    },
                  },
                )
              }
            />
            <Button
              label="Move"
              hint={`Move the plan for ${plan.recipe.name} on the ribbon`}
              icon={CalendarDays}
              onPress={() => onMove(plan.id)}
            />
            <Button
              label="Drop"
              hint={`Drop the plan for ${plan.recipe.name}`}
              icon={X}
              kind="quiet"
              onPress={() => {
                planning.change(plan, { status: 'dropped' });
                toast({
                  words: 'The plan is dropped.',
                  undo: () => planning.change(plan, { status: 'open' }),
                });
              }}
            />
          </View>
        </View>
      ))}
      <View style={styles.row}>
        <Button
          label="Calendar file"
          hint="Download the plans as a calendar file"
          icon={Download}
          busy={calendar.isPending}
          disabled={calendar.unsent}
          onPress={calendar.save}
        />
      </View>
      {calendar.error && <Notice kind="error">{calendar.error.message}</Notice>}
      {calendar.unsent && (
        <Words kind="small">The calendar file can be had when the server has these plans.</Words>
      )}
      <Words kind="small" tone="soft">
        Read it into your calendar again after a change: what was read before is moved, not doubled.
      </Words>
    </Panel>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small, alignItems: 'center' },
  visits: { gap: SPACE.tight },
  visit: { flexDirection: 'row', columnGap: SPACE.medium },
  when: { width: 118 },
  doing: { flex: 1 },
  what: { flexShrink: 1 },
  offer: { borderTopWidth: 1, paddingTop: SPACE.medium, gap: SPACE.small },
});
