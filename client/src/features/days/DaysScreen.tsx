import {
  NOT_ALL_SEARCHED,
  coreStartTimes,
  jobOfPlan,
  noTimeMessage,
  refusalMessage,
  wireStartTimes,
} from '@humble-churn/contract';
import type { Plan } from '@humble-churn/contract';
import type {
  FitJob,
  StartTimes,
  ScheduledBatch,
  PlanJob,
  KitchenCalendar,
  PlannedPrediction,
  Recipe,
  Refusal,
  Booking,
  KitchenModel,
} from '@humble-churn/core';
import {
  avoidedBy,
  cautionsBefore,
  calendarWith,
  startTimesOf,
  scheduledAt,
  scheduledTogether,
  planJob,
  kitchenCalendar,
  predict,
  recipeAllergens,
  bookingsUnderWay,
  scheduledUnderWay,
} from '@humble-churn/core';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { serverNowMs, useNowMs } from '../../wire/clock';
import type { Wanted } from '../../wire/plans';
import { usePlanning, usePlans } from '../../wire/plans';
import type { KnownBatch, KnownKitchen } from '../../wire/queries';
import { useActiveBatches, useKitchenModel } from '../../wire/queries';
import { useRecipes } from '../../wire/recipes';
import { batchLooks } from '../../ui/BatchBand';
import { Button } from '../../ui/Button';
import { QueryFallback } from '../../ui/QueryFallback';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { Screen } from '../../ui/Screen';
import { useToast } from '../../ui/Toast';
import { AppText } from '../../ui/AppText';
import { SPACE } from '../../ui/theme';
import { lastOnBench } from '../bench';
import { KeptPlans } from './KeptPlans';
import { OneOffer, RoomOffer } from './Alternatives';
import { Proposal } from './Proposal';
import { Ribbon } from './Ribbon';
import { WishForm } from './WishForm';
import { useFit } from './useFit';
import type { Wish } from './wish';
import { firstWish, recipeOf } from './wish';

/** What is planned for the days ahead, and the next glass to plan for. */
export function DaysScreen() {
  const batches = useActiveBatches();
  const { data, queries } = useKitchenModel();
  const plans = usePlans();
  const recipes = useRecipes('in-use');
  if (!batches.data || !data || !plans.data || !recipes.data) {
    return (
      <QueryFallback title="Days" what="the days ahead" queries={[batches, plans, recipes, ...queries]} />
    );
  }
  return (
    <Days
      batches={batches.data}
      {...data}
      plans={plans.data}
      recipes={recipes.data.map(({ recipe }) => recipe)}
    />
  );
}

interface Props {
  batches: readonly KnownBatch[];
  kitchen: KnownKitchen;
  plans: readonly Plan[];
  recipes: readonly Recipe[];
  model: KitchenModel;
}

const NEW = 'new';

/** The next whole minute from now: what is planned is planned from there. */
function planningMs(): number {
  return Math.ceil(serverNowMs() / 60_000) * 60_000;
}

function daysUntil(
  glassMs: number,
  { profile, timeZone }: KnownKitchen,
  fromMs: number,
  taken: readonly Booking[],
): KitchenCalendar {
  return kitchenCalendar(profile, timeZone, fromMs, glassMs, taken);
}

/** A plan that is kept or in the making, and where it lies. */
interface Held {
  id: string;
  recipe: Recipe;
  prediction: PlannedPrediction;
  job: PlanJob;
  placed: ScheduledBatch;
}

/** What a wish asks of the schedule; or why it cannot be made at all. */
function askedFor(
  wish: Wish,
  choices: readonly Recipe[],
  kitchen: KitchenModel,
): { refusal: Refusal | null; asked: Pick<Held, 'recipe' | 'prediction' | 'job'> | null } {
  const recipe = recipeOf(wish, choices);
  if (!recipe) return { refusal: null, asked: null };
  const result = predict(recipe, kitchen);
  if (!result.ok) return { refusal: result.refusal, asked: null };
  const one = { id: NEW, glassMs: wish.glassMs, fresh: wish.fresh, soakedAlready: false };
  const prediction = result.value;
  return {
    refusal: null,
    asked: { recipe, prediction, job: planJob(one, recipe, prediction, kitchen) },
  };
}

function Days({ batches, kitchen, plans, recipes, model }: Props) {
  const nowMs = useNowMs(30_000);
  const [fromMs] = useState(planningMs);
  const bench = useMemo(() => lastOnBench(), []);
  const choices = useMemo(() => [...(bench ? [bench] : []), ...recipes], [bench, recipes]);
  const [moved, setMoved] = useState<StartTimes | null>(null);
  /** The kept plan that is being moved, rather than a new one made. */
  const [movingId, setMovingId] = useState<string | null>(null);
  /** The wish as it stood when a plan was kept or moved: not asked for again until the cook says so. */
  const [settled, setSettled] = useState<{ wish: Wish; planId: string } | null>(null);
  const planning = usePlanning();
  const toast = useToast();

  const kept = useMemo(
    () =>
      plans.map((plan) => {
        const job = jobOfPlan(plan, model);
        return { plan, job, placed: scheduledAt(job, coreStartTimes(plan.moments)) };
      }),
    [plans, model],
  );
  const underWay = useMemo(
    () =>
      batches.flatMap(({ id, state }) => {
        const going = scheduledUnderWay(id, state, fromMs);
        return going ? [{ id, state, ...going }] : [];
      }),
    [batches, fromMs],
  );
  const looks = batchLooks(batches);
  const moving = kept.find(({ plan }) => plan.id === movingId) ?? null;
  const taken = useMemo(() => bookingsUnderWay(batches, fromMs), [batches, fromMs]);
  const others = useMemo(() => kept.filter(({ plan }) => plan.id !== movingId), [kept, movingId]);
  const [wish, setWish] = useState<Wish>(() =>
    firstWish(choices, kitchen, model, fromMs, (one) => {
      const { asked } = askedFor(one, choices, model);
      const full = calendarWith(daysUntil(one.glassMs, kitchen, fromMs, taken), kept);
      return asked !== null && scheduledTogether([asked.job], full) !== null;
    }),
  );
  const bare = useMemo(
    () => daysUntil(wish.glassMs, kitchen, fromMs, taken),
    [wish.glassMs, kitchen, fromMs, taken],
  );
  const days = useMemo(() => calendarWith(bare, others), [bare, others]);
  const settledPlan = (settled?.wish === wish && plans.find(({ id }) => id === settled.planId)) || null;
  const isSettled = settledPlan !== null;
  const { refusal, asked } = useMemo(
    () => (isSettled ? { refusal: null, asked: null } : askedFor(wish, choices, model)),
    [isSettled, wish, choices, model],
  );
  const wanted = useMemo((): FitJob | null => {
    if (!asked) return null;
    const avoided = avoidedBy(model.people, asked.recipe.drinkers);
    return {
      ...asked,
      calendar: bare,
      kept: others.map(({ job, placed }) => ({ job, placed })),
      kitchen: model,
      avoided,
    };
  }, [asked, bare, others, model]);
  // What was found for the wish before stands until the next is found, but cannot be kept.
  const { fitted, current, error: notFitted, retry } = useFit(wanted, movingId);
  const found = wanted && fitted?.found;
  const best = found?.ok === true ? (found.placed[0] ?? null) : null;
  // What the hand is on: a kept plan, or the new one.
  const held: Held | null = moving
    ? { ...moving.plan, job: moving.job, placed: moving.placed }
    : fitted && best
      ? { id: NEW, ...fitted.job, placed: best }
      : null;
  const shown = held && moved ? scheduledAt(held.job, moved) : (held?.placed ?? null);
  const letGo = (): void => {
    setMoved(null);
    setMovingId(null);
  };

  const keep = (
    { recipe, prediction, glassMs, soakedAlready, moments }: Omit<Wanted, 'fresh'>,
    undoMore?: () => void,
  ): void => {
    const { fresh } = wish;
    const plan = planning.make({ recipe, prediction, glassMs, fresh, soakedAlready, moments });
    setMoved(null);
    setSettled({ wish, planId: plan.id });
    toast({
      words: undoMore ? 'The plan is saved, and room is made for it.' : 'The plan is saved.',
      undo: () => {
        planning.change(plan, { status: 'dropped' });
        undoMore?.();
      },
    });
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
          ...(held && shown && !moving
            ? [
                {
                  id: NEW,
                  name: held.recipe.name,
                  note: ', being planned',
                  ingredient: held.recipe.nuts[0]?.ingredient ?? '',
                  placed: shown,
                },
              ]
            : []),
        ]}
        days={days}
        nowMs={nowMs}
        kitchen={kitchen}
        held={held && shown && (moving || current) ? { id: held.id, job: held.job, placed: shown } : null}
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
      {!moving && refusal && <Notice kind="error">{refusalMessage(refusal)}</Notice>}
      {held && shown && (
        <Proposal
          title={moving ? `${held.recipe.name}: moved` : `${held.recipe.name}: it fits like this`}
          job={held.job}
          placed={shown}
          cautions={cautionsBefore(
            held.recipe,
            recipeAllergens(held.recipe, model.pantry),
            held.prediction.cautions,
            model,
          )}
          days={days}
          kitchen={kitchen}
          nowMs={nowMs}
          byHand={moved !== null}
          proven={moving !== null || found?.ok !== true || found.proven}
          working={!moving && !current}
          reset={moving ? 'Leave it as it was' : moved ? 'As worked out' : null}
          onReset={letGo}
          onKeep={() => {
            if (!moving) {
              keep({ ...held, moments: startTimesOf(shown), glassMs: wish.glassMs, soakedAlready: false });
              return;
            }
            const { plan } = moving;
            planning.change(plan, { moments: wireStartTimes(startTimesOf(shown)) });
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
          <AppText>
            It stands among the planned batches. For another one choose its milk, day or time above.
          </AppText>
          <View style={styles.row}>
            <Button label="One more for the same glass" onPress={() => setSettled(null)} />
          </View>
        </Panel>
      )}
      {!moving && notFitted && (
        <Panel title="Where it fits">
          <Notice kind="error">{notFitted.message}</Notice>
          <View style={styles.row}>
            <Button label="Try again" onPress={retry} />
          </View>
        </Panel>
      )}
      {!moving && wanted && !fitted && !notFitted && (
        <Panel title="Where it fits">
          <AppText live="polite">Being worked out…</AppText>
        </Panel>
      )}
      {!moving && fitted && found && !found.ok && (
        <Panel title="It does not fit">
          <AppText>{noTimeMessage(found.tightest)}</AppText>
          {!found.proven && <AppText tone="soft">{NOT_ALL_SEARCHED}</AppText>}
          {!fitted.room && fitted.offers.length === 0 && (
            <AppText tone="soft">Nothing else fits either. Choose a later glass.</AppText>
          )}
          {fitted.room && (
            <RoomOffer
              room={fitted.room}
              kept={kept}
              kitchen={kitchen}
              nowMs={nowMs}
              working={!current}
              onTake={(room) => {
                const turned = room.moved.flatMap((placed) => {
                  const plan = plans.find(({ id }) => id === placed.id);
                  return plan ? [{ plan, moments: wireStartTimes(startTimesOf(placed)) }] : [];
                });
                for (const { plan, moments } of turned) planning.change(plan, { moments });
                keep(
                  {
                    ...fitted.job,
                    moments: startTimesOf(room.placed),
                    glassMs: wish.glassMs,
                    soakedAlready: false,
                  },
                  () => {
                    for (const { plan } of turned) planning.change(plan, { moments: plan.moments });
                  },
                );
              }}
            />
          )}
          {fitted.offers.map((offer) => (
            <OneOffer
              key={offer.kind}
              offer={offer}
              kitchen={kitchen}
              model={model}
              nowMs={nowMs}
              working={!current}
              onTake={() =>
                keep({
                  ...offer,
                  moments: startTimesOf(offer.placed),
                  soakedAlready: offer.kind === 'frozen-soaked',
                })
              }
            />
          ))}
        </Panel>
      )}
      <KeptPlans
        kept={kept}
        kitchen={kitchen}
        model={model}
        nowMs={nowMs}
        onMove={(planId) => {
          setMoved(null);
          setMovingId(planId);
        }}
      />
    </Screen>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small, alignItems: 'center' },
});
