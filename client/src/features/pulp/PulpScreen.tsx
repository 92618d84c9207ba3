import type { PulpBag } from '@humble-churn/core';
import { pulpBags } from '@humble-churn/core';
import { useState } from 'react';
import { AppText } from '../../ui/AppText';
import { Choice } from '../../ui/Choice';
import { COLUMNS_MAX_PX, Columns } from '../../ui/Columns';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { QueryFallback } from '../../ui/QueryFallback';
import { SafetyLink } from '../../ui/SafetyLink';
import { Screen } from '../../ui/Screen';
import { useActiveBatches } from '../../wire/batches';
import { useNowMs } from '../../wire/clock';
import type { KnownKitchen } from '../../wire/kitchen';
import { useKitchen } from '../../wire/kitchen';
import { PULP_TO_ANIMALS } from '../../ui/pulpLabels';
import { BagPanel } from './BagPanel';
import { NutAccount } from './NutAccount';
import { RecipeList } from './RecipeList';
import { bagName } from './bagWords';

/** All pulp there is, what can be done with it, and what it makes. */
export function PulpScreen() {
  const batches = useActiveBatches();
  const kitchen = useKitchen();
  const nowMs = useNowMs(30_000);
  if (!batches.data || !kitchen.data) {
    return <QueryFallback title="Pulp" what="the pulp" queries={[batches, kitchen]} />;
  }
  const bags = pulpBags(batches.data, nowMs);
  return (
    <Screen title="Pulp" maxWidth={COLUMNS_MAX_PX}>
      <Columns
        left={
          <>
            {bags.length === 0 && (
              <Panel title="No pulp yet">
                <AppText>
                  What stays in the strainer is put away at the end of a batch: in the fridge for two days, in
                  a bag in the freezer until there is enough to bake with, or onto a tray to dry. It stands
                  here, by its grams, with what it is good for.
                </AppText>
              </Panel>
            )}
            {bags.map((bag) => (
              <BagPanel
                key={`${bag.place} ${bag.id}`}
                bag={bag}
                bags={bags}
                kitchen={kitchen.data}
                nowMs={nowMs}
              />
            ))}
          </>
        }
        right={
          <>
            <WhatItMakes bags={bags} kitchen={kitchen.data} />
            <NutAccount kitchen={kitchen.data} />
            <Notice kind="caution">{PULP_TO_ANIMALS}</Notice>
          </>
        }
      />
      <SafetyLink />
    </Screen>
  );
}

/** Recipes for the pulp that is chosen. What dries, and what is past its time, makes nothing. */
function WhatItMakes({ bags, kitchen }: { bags: readonly PulpBag[]; kitchen: KnownKitchen }) {
  const ready = bags.filter(({ place, usedShare }) => place !== 'drying' && usedShare <= 1);
  const [chosen, setChosen] = useState<string | null>(null);
  const bag = ready.find(({ id }) => id === chosen) ?? ready[0];
  return (
    <Panel title="What it makes">
      {ready.length > 1 && (
        <Choice
          label="Which pulp"
          value={bag?.id ?? null}
          onChange={setChosen}
          options={ready.map((one) => ({ value: one.id, label: bagName(one, kitchen) }))}
        />
      )}
      <RecipeList bag={bag ?? null} kitchen={kitchen} />
    </Panel>
  );
}
