import { refusalMessage } from '@humble-churn/contract';
import type { Purpose } from '@humble-churn/core';
import {
  PURPOSES,
  PURPOSE_SETTINGS,
  drinkerCount,
  inKitchenMeasures,
  withIntoGlass,
  withJars,
  withPurpose,
} from '@humble-churn/core';
import { useState } from 'react';
import { AppText } from '../../ui/AppText';
import { Choice } from '../../ui/Choice';
import { Notice } from '../../ui/Notice';
import { BODY_LABELS, PURPOSE_LABELS, PURPOSE_REASONS, STRAINER_LABELS } from '../../ui/recipeLabels';
import { Toggle } from '../../ui/Toggle';
import { Fold } from './Fold';
import { useSections } from './openSections';
import { useBench } from './useBench';

/** What the milk is for: sets what that asks for, and says what and why. */
export function PurposePanel() {
  const { recipe, draft, change, model, kitchen } = useBench();
  const { oneAtATime } = useSections();
  const [trouble, setTrouble] = useState<string | null>(null);
  const { purpose } = recipe;
  const choose = (next: Purpose): void => {
    const set = withPurpose(draft.latest().recipe, next, model);
    setTrouble(set.ok ? null : inKitchenMeasures(refusalMessage(set.refusal), kitchen));
    if (set.ok) change('purpose', () => set.value);
  };
  return (
    <Fold
      section="purpose"
      face={
        <>
          <Choice
            label="What for"
            hideLabel
            slides={oneAtATime}
            value={purpose}
            onChange={choose}
            options={PURPOSES.map((value) => ({ value, label: PURPOSE_LABELS[value] }))}
          />
          {trouble !== null && <Notice kind="error">{trouble} The recipe is kept as it stands.</Notice>}
        </>
      }
    >
      {purpose === null ? (
        <AppText kind="small" tone="soft">
          Choose one, and the rest is set up for it: how thick, through what, how fine and how sweet. Each can
          be changed.
        </AppText>
      ) : (
        <AppText kind="small" tone="soft">
          {setText(purpose)} {PURPOSE_REASONS[purpose]} Each can be changed.
        </AppText>
      )}
      <IntoGlass />
    </Fold>
  );
}

/** Blended and drunk, with nothing strained and nothing kept. */
function IntoGlass() {
  const { recipe, change, kitchen } = useBench();
  const { glassMl, people } = kitchen.profile;
  const glasses = drinkerCount(recipe.drinkers, people);
  return (
    <Toggle
      label="Straight into the glass"
      note="nuts, water and fruit, unstrained and drunk at once: nothing goes into a jar"
      on={recipe.intoGlass === true}
      onChange={(on) =>
        change('into-glass', (now) =>
          on ? withIntoGlass(now, glasses * glassMl) : withJars(now, kitchen.strainer),
        )
      }
    />
  );
}

/** What a use has set. */
function setText(purpose: Purpose): string {
  const { body, strainer, rupture, sugarGPerL } = PURPOSE_SETTINGS[purpose];
  const sweet = sugarGPerL > 0 ? `as sweet as ${sugarGPerL} g of sugar a litre` : 'not sweetened';
  return `Set: ${BODY_LABELS[body].toLowerCase()}, ${STRAINER_LABELS[strainer].toLowerCase()}, blended to ${Math.round(rupture * 100)} %, ${sweet}.`;
}
