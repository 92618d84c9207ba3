import { refusalMessage } from '@humble-churn/contract';
import type { Purpose } from '@humble-churn/core';
import { inKitchenMeasures, PURPOSE_SETTINGS, PURPOSES, withPurpose } from '@humble-churn/core';
import { useState } from 'react';
import { AppText } from '../../ui/AppText';
import { Choice } from '../../ui/Choice';
import { Notice } from '../../ui/Notice';
import { BODY_LABELS, PURPOSE_LABELS, PURPOSE_REASONS, STRAINER_LABELS } from '../../ui/recipeLabels';
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
      title="What for"
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
    </Fold>
  );
}

/** What a use has set. */
function setText(purpose: Purpose): string {
  const { body, strainer, rupture, sugarGPerL } = PURPOSE_SETTINGS[purpose];
  const sweet = sugarGPerL > 0 ? `as sweet as ${sugarGPerL} g of sugar a litre` : 'not sweetened';
  return `Set: ${BODY_LABELS[body].toLowerCase()}, ${STRAINER_LABELS[strainer].toLowerCase()}, blended to ${Math.round(rupture * 100)} %, ${sweet}.`;
}
