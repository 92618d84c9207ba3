import { agenda, counterSoakLimitH, soakStandsIn, NO_LOGS } from '@humble-churn/core';
import { useNowMs } from '../../wire/clock';
import { momentText } from '../../wire/moments';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { AppText } from '../../ui/AppText';
import { Droplets, Refrigerator } from '../../ui/icons';
import { ClockButtons } from './ClockButtons';
import type { GuideProps } from './guideProps';

/** While a soak stands: fresh water, and where the bowl is. */
export function SoakTending({ batch, kitchen, record }: GuideProps) {
  const nowMs = useNowMs(10_000);
  const { state } = batch;
  const inFridge = soakStandsIn(state) === 'fridge';
  const due = agenda([{ batchId: batch.id, state }], NO_LOGS, nowMs).filter(
    ({ kind }) => kind === 'soak-water' || kind === 'soak-off-counter',
  );
  const limitH = counterSoakLimitH(state.surroundings.roomTempC);
  return (
    <>
      {due.map(({ kind, dueMs }) => {
        const when = momentText(dueMs, nowMs, kitchen);
        const words =
          kind === 'soak-water'
            ? `Fresh water ${when}.`
            : `Off the counter by ${when}: ${limitH} h there is the most.`;
        return dueMs <= nowMs ? (
          <Notice key={kind} kind="caution">
            {words}
          </Notice>
        ) : (
          <AppText key={kind} tone="soft">
            {words}
          </AppText>
        );
      })}
      <ClockButtons>
        <Button
          label="Water changed"
          icon={Droplets}
          counter
          grow
          onPress={() => record.add([{ type: 'soak-tended', what: 'water-changed' }])}
        />
        <Button
          label={inFridge ? 'Put on the counter' : 'Moved to the fridge'}
          icon={Refrigerator}
          counter
          grow
          onPress={() => record.add([{ type: 'soak-tended', what: inFridge ? 'to-counter' : 'to-fridge' }])}
        />
      </ClockButtons>
    </>
  );
}
