import { coreStartTimes, jobOfPlan, wireStartTimes } from '@humble-churn/contract';
import type { Plan } from '@humble-churn/contract';
import type {
  Booking,
  Displacement,
  FitJob,
  KitchenCalendar,
  KitchenModel,
  PlanJob,
  PlannedPrediction,
  Recipe,
  Refusal,
  ScheduledBatch,
} from '@humble-churn/core';
import {
  avoidedBy,
  bookingsUnderWay,
  calendarWith,
  kitchenCalendar,
  predict,
  planJob,
  scheduledAt,
  scheduledUnderWay,
  startTimesOf,
  firstRecipe,
} from '@humble-churn/core';
import type { Dispatch } from 'react';
import { createContext, use, useEffect, useMemo, useReducer, useState } from 'react';
import { useLocalSearchParams } from 'expo-router';
import { useToast } from '../../ui/Toast';
import { Cancelled, NoWorker, compute } from '../../compute';
import { serverNowMs, useNowMs } from '../../wire/clock';
import type { Wanted } from '../../wire/plans';
import { usePlanning } from '../../wire/plans';
import type { KnownBatch } from '../../wire/batches';
import type { KnownKitchen } from '../../wire/kitchen';
import { lastOnBench } from '../bench';
import { askedWish } from './askedWish';
import type { DaysAction, DaysState } from './daysState';
import { daysReducer, openingState } from './daysState';
import type { Fitting } from './useFit';
import { useFit } from './useFit';
import type { Wish } from './wish';
import { firstWishes, recipeOf } from './wish';

/** What Days is drawn from. */
export interface DaysData {
  batches: readonly KnownBatch[];
  kitchen: KnownKitchen;
  plans: readonly Plan[];
  recipes: readonly Recipe[];
  model: KitchenModel;
}

export const NEW = 'new';

/** A plan that is kept or in the making, and where it lies. */
interface Held {
  id: string;
  recipe: Recipe;
  prediction: PlannedPrediction;
  job: PlanJob;
  placed: ScheduledBatch;
}

/** A plan that is kept, with where it lies. */
export interface KeptPlan {
  plan: Plan;
  job: PlanJob;
  placed: ScheduledBatch;
}

export interface Days extends DaysData {
  nowMs: number;
  /** Plans are made from this minute on. */
  fromMs: number;
  choices: readonly Recipe[];
  state: DaysState;
  dispatch: Dispatch<DaysAction>;
  kept: readonly KeptPlan[];
  /** The days with all that takes part of them, but for what is being moved or made. */
  calendar: KitchenCalendar;
  underWay: readonly { id: string; state: KnownBatch['state']; placed: ScheduledBatch }[];
  /** The kept plan that is being moved. */
  moving: KeptPlan | null;
  /** The plan the wish has led to. */
  settled: Plan | null;
  refusal: Refusal | null;
  fitting: Fitting & { wanted: FitJob | null };
  /** What the hand is on: a kept plan, or the new one. */
  held: Held | null;
  /** Where that lies now. */
  shown: ScheduledBatch | null;
}

const DaysContext = createContext<Days | null>(null);
export const DaysProvider = DaysContext;

/** What the panels of Days share. */
export function useDays(): Days {
  const days = use(DaysContext);
  if (!days) throw new Error('useDays is for what stands inside Days.');
  return days;
}

/** The next whole minute from now: what is planned is planned from there. */
function planningMs(): number {
  return Math.ceil(serverNowMs() / 60_000) * 60_000;
}

/** The days up to a glass, with what batches under way take of them. */
function daysUntil(
  { profile, timeZone }: KnownKitchen,
  glassMs: number,
  fromMs: number,
  taken: readonly Booking[],
): KitchenCalendar {
  return kitchenCalendar(profile, timeZone, fromMs, glassMs, taken);
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

/** Finds the first of the wishes that fits, once, and proposes it. Where none does, the first stands: Days says why. */
function useFirstWish(
  wishes: readonly Wish[],
  asked: (wish: Wish) => { job: PlanJob; calendar: KitchenCalendar } | null,
  dispatch: Dispatch<DaysAction>,
): void {
  const [job] = useState(() => ({ wishes: wishes.flatMap((wish) => asked(wish) ?? []) }));
  const [first] = useState(wishes);
  useEffect(() => {
    const controller = new AbortController();
    const propose = (i: number | null): void => {
      const wish = first[i ?? 0];
      if (wish) dispatch({ type: 'proposed', wish });
    };
    compute('firstFit', job, { signal: controller.signal }).then(propose, (error: unknown) => {
      if (error instanceof NoWorker) propose(null);
      else if (!(error instanceof Cancelled)) throw error;
    });
    return () => controller.abort();
  }, [job, first, dispatch]);
}

/** What takes part of the days already. */
function useTaken({ plans, batches, model }: DaysData, fromMs: number) {
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
  const taken = useMemo(() => bookingsUnderWay(batches, fromMs), [batches, fromMs]);
  return { kept, underWay, taken };
}

/** Everything Days shows, worked out from the kitchen and from what the cook is about. */
export function useDaysOf(data: DaysData): Days {
  const { kitchen, plans, recipes, model } = data;
  const nowMs = useNowMs(30_000);
  const [fromMs] = useState(planningMs);
  const [bench] = useState(lastOnBench);
  const { machine, strainer, measures, cupSystem } = kitchen;
  const choices = useMemo(() => {
    // A kitchen with nothing saved begins with what its bench begins with.
    const first =
      recipes.length > 0 ? [] : [firstRecipe({ machine, strainer, measures, cupSystem, people: [] })];
    return [...(bench ? [bench] : first), ...recipes];
  }, [bench, recipes, machine, strainer, measures, cupSystem]);
  const { kept, underWay, taken } = useTaken(data, fromMs);
  const [wishes] = useState(() => firstWishes(choices, kitchen, model, fromMs));
  const params = useLocalSearchParams();
  const [state, dispatch] = useReducer(daysReducer, wishes[0], (first) =>
    openingState(askedWish(params, choices, first, fromMs), first),
  );
  const { wish, wishKnown, moved, movingId, settledId } = state;
  useFirstWish(
    wishes,
    (one) => {
      const { asked } = askedFor(one, choices, model);
      return (
        asked && {
          job: asked.job,
          calendar: calendarWith(daysUntil(kitchen, one.glassMs, fromMs, taken), kept),
        }
      );
    },
    dispatch,
  );

  const moving = kept.find(({ plan }) => plan.id === movingId) ?? null;
  const others = useMemo(() => kept.filter(({ plan }) => plan.id !== movingId), [kept, movingId]);
  const bare = useMemo(
    () => daysUntil(kitchen, wish.glassMs, fromMs, taken),
    [kitchen, fromMs, wish.glassMs, taken],
  );
  const calendar = useMemo(() => calendarWith(bare, others), [bare, others]);
  const settled = plans.find(({ id }) => id === settledId) ?? null;
  const isSettled = settled !== null;
  const { refusal, asked } = useMemo(
    () => (isSettled || !wishKnown ? { refusal: null, asked: null } : askedFor(wish, choices, model)),
    [isSettled, wishKnown, wish, choices, model],
  );
  const wanted = useMemo((): FitJob | null => {
    if (!asked) return null;
    const avoided = avoidedBy(model.people, asked.recipe.drinkers);
    const among = others.map(({ job, placed }) => ({ job, placed }));
    return { ...asked, calendar: bare, kept: among, kitchen: model, avoided };
  }, [asked, bare, others, model]);
  const fit = useFit(wanted, movingId);
  // What was found for the wish before stands until the next is found, but cannot be kept.
  const found = wanted && fit.fitted?.found;
  const best = found?.ok === true ? (found.placed[0] ?? null) : null;
  const held = moving
    ? { ...moving.plan, job: moving.job, placed: moving.placed }
    : fit.fitted && best
      ? { id: NEW, ...fit.fitted.job, placed: best }
      : null;
  const shown = held && moved ? scheduledAt(held.job, moved) : (held?.placed ?? null);
  return {
    ...data,
    nowMs,
    fromMs,
    choices,
    state,
    dispatch,
    kept,
    calendar,
    underWay,
    moving,
    settled,
    refusal,
    fitting: { ...fit, wanted },
    held,
    shown,
  };
}

/** What can be done with what was found; each says so, and can be undone. */
export function useDaysActs() {
  const { state, dispatch, plans, moving } = useDays();
  const planning = usePlanning();
  const toast = useToast();
  const save = (wanted: Omit<Wanted, 'fresh'>, roomMade?: { undo: () => void }): void => {
    const plan = planning.make({ ...wanted, fresh: state.wish.fresh });
    dispatch({ type: 'saved', planId: plan.id });
    toast({
      words: roomMade ? 'The plan is saved, and room is made for it.' : 'The plan is saved.',
      undo: () => {
        planning.change(plan, { status: 'dropped' });
        roomMade?.undo();
      },
    });
  };
  return {
    save,
    /** Keeps what was moved where it is now. */
    saveMoved: (shown: ScheduledBatch): void => {
      if (!moving) return;
      const { plan } = moving;
      planning.change(plan, { moments: wireStartTimes(startTimesOf(shown)) });
      dispatch({ type: 'saved', planId: plan.id });
      toast({
        words: 'The plan is moved.',
        undo: () => planning.change(plan, { moments: plan.moments }),
      });
    },
    /** Moves kept plans out of the way, and saves the new one where they lay. */
    saveWithRoom: ({ placed, moved }: Displacement, asked: Omit<Wanted, 'fresh' | 'moments'>): void => {
      const turned = moved.flatMap((now) => {
        const plan = plans.find(({ id }) => id === now.id);
        return plan ? [{ plan, moments: wireStartTimes(startTimesOf(now)) }] : [];
      });
      for (const { plan, moments } of turned) planning.change(plan, { moments });
      save(
        { ...asked, moments: startTimesOf(placed) },
        {
          undo: () => {
            for (const { plan } of turned) planning.change(plan, { moments: plan.moments });
          },
        },
      );
    },
  };
}
