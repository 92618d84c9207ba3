import { VERDICTS, formatDuration, hygieneFailed, jarFate } from '@humble-churn/core';
import { AppText } from '../../ui/AppText';
import { LikingForm } from '../../ui/LikingForm';
import { Panel } from '../../ui/Panel';
import { HYGIENE_FAILED } from '../../ui/hygieneLabels';
import { VERDICT_LABELS, VERDICT_NAMES, likingText } from '../../ui/verdictLabels';
import type { KnownBatch } from '../../wire/batches';
import { useRecord } from '../../wire/batches';
import { serverNowMs } from '../../wire/clock';
import type { KnownKitchen } from '../../wire/kitchen';
import { momentText } from '../../wire/moments';

const THINGS = Object.keys(VERDICTS) as (keyof typeof VERDICTS)[];

/** What became of a jar, beside what was foretold of it. */
function foretoldText({ state, timeZone }: KnownBatch, jarId: string, kitchen: KnownKitchen): string {
  const nowMs = serverNowMs();
  const kept = jarFate(state, jarId, kitchen.fridges, nowMs);
  const jar = state.jars.find(({ id }) => id === jarId);
  if (!kept || !jar) return '';
  const at = (ms: number): string => momentText(ms, nowMs, { ...kitchen, timeZone });
  const foretold = `${jar.label}: foretold good until ${at(kept.discardAtMs)}`;
  if (jar.fateAtMs === null) return `${foretold}.`;
  const end =
    jar.fate === 'emptied'
      ? jar.filledMl > 0
        ? 'drunk up'
        : 'poured into another jar'
      : `thrown away (${(jar.discardReason ?? '').toLowerCase()})`;
  const apart = formatDuration(Math.abs(kept.leftH) * 3600);
  return `${foretold}; ${end} ${at(jar.fateAtMs)}, ${apart} ${kept.leftH >= 0 ? 'before' : 'after'} that.`;
}

/** What was found of the milk and how it was liked, and saying so. */
export function HowItWas({ batch, kitchen }: { batch: KnownBatch; kitchen: KnownKitchen }) {
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
      {jars.map((jar) => (
        <AppText key={jar.id}>{foretoldText(batch, jar.id, kitchen)}</AppText>
      ))}
      <LikingForm onSay={(liking, words) => record.add([{ type: 'liked', liking, words, jarId: null }])} />
    </Panel>
  );
}
