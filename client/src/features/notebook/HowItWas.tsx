import { VERDICTS, hygieneFailed } from '@humble-churn/core';
import { AppText } from '../../ui/AppText';
import { LikingForm } from '../../ui/LikingForm';
import { Panel } from '../../ui/Panel';
import { HYGIENE_FAILED } from '../../ui/hygieneLabels';
import { VERDICT_LABELS, VERDICT_NAMES, likingText } from '../../ui/verdictLabels';
import type { KnownBatch } from '../../wire/batches';
import { useRecord } from '../../wire/batches';

const THINGS = Object.keys(VERDICTS) as (keyof typeof VERDICTS)[];

/** What was found of the milk and how it was liked, and saying so. */
export function HowItWas({ batch }: { batch: KnownBatch }) {
  const record = useRecord(batch.id);
  const { verdicts, liked, jars, hygiene } = batch.state;
  const given = THINGS.flatMap((what) => {
    const verdict = verdicts[what];
    return verdict === null
      ? []
      : [`${VERDICT_NAMES[what]}: ${(VERDICT_LABELS[what][verdict] ?? verdict).toLowerCase()}`];
  });
  const failed = hygieneFailed(hygiene);
  return (
    <Panel title="How it was">
      {given.length > 0 && <AppText>{given.join('; ')}.</AppText>}
      {failed.length > 0 && <AppText>{failed.map((part) => HYGIENE_FAILED[part]).join(', ')}.</AppText>}
      {liked.map(({ atMs, liking, words, jarId }) => (
        <AppText key={atMs}>
          {[
            ...(liking === null ? [] : [likingText(liking)]),
            ...(words === null ? [] : [`“${words}”`]),
            ...(jarId === null ? [] : [jars.find(({ id }) => id === jarId)?.label ?? '']),
          ].join(', ')}
        </AppText>
      ))}
      <LikingForm onSay={(liking, words) => record.add([{ type: 'liked', liking, words, jarId: null }])} />
    </Panel>
  );
}
