import type { BatchEvent, CorrectableBody, MeasureKind } from '@humble-churn/core';
import { eventRefusal, NO_LOGS } from '@humble-churn/core';
import { eventRefusalMessage } from '@humble-churn/contract';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { serverNowMs } from '../../wire/clock';
import { Button } from '../../ui/Button';
import { MeasureField } from '../../ui/MeasureField';
import { Notice } from '../../ui/Notice';
import { QuantityField } from '../../ui/QuantityField';
import { SPACE } from '../../ui/theme';
import type { KnownBatch, RecordableEvent } from '../../wire/batches';
import type { KnownKitchen } from '../../wire/kitchen';
import { CorrectInWords } from './CorrectInWords';

/** A figure of an entry, and the entry with another one in its place. */
interface EntryFigure {
  label: string;
  kind: MeasureKind;
  value: number;
  range: { min: number; max: number };
  with: (value: number) => CorrectableBody;
}

const AMOUNT = { min: 1, max: 20_000 } as const;
const NO_FIGURES: EntryFigure[] = [];

/** The figures of an entry that can be corrected. */
function figuresOf(event: CorrectableBody): EntryFigure[] {
  switch (event.type) {
    case 'measured':
      return 'massG' in event.reading
        ? [
            {
              label: 'Weighed',
              kind: 'mass',
              value: event.reading.massG,
              range: AMOUNT,
              with: (massG) => ({ ...event, reading: { massG } }),
            },
          ]
        : [
            {
              label: 'Measured',
              kind: 'volume',
              value: event.reading.volumeMl,
              range: AMOUNT,
              with: (volumeMl) => ({ ...event, reading: { volumeMl } }),
            },
          ];
    case 'probed':
      return [
        {
          label: 'Temperature',
          kind: 'temperature',
          value: event.tempC,
          range: { min: -20, max: 110 },
          with: (tempC) => ({ ...event, tempC }),
        },
      ];
    case 'liquid-added':
    case 'tasted':
    case 'jar-drawn':
    case 'drink-made':
      return [
        {
          label: 'So much',
          kind: 'volume',
          value: event.volumeMl,
          range: event.type === 'tasted' ? { min: 1, max: 2_000 } : AMOUNT,
          with: (volumeMl) => ({ ...event, volumeMl }),
        },
      ];
    case 'pulp-stored':
    case 'pulp-weighed':
      return [
        {
          label: 'Pulp',
          kind: 'mass',
          value: event.massG,
          range: AMOUNT,
          with: (massG) => ({ ...event, massG }),
        },
      ];
    case 'bottled':
      return event.jars.map((jar, i) => ({
        label: `Milk in ${jar.label}`,
        kind: 'volume' as const,
        value: jar.volumeMl,
        range: AMOUNT,
        with: (volumeMl) => ({
          ...event,
          jars: event.jars.map((one, j) => (j === i ? { ...one, volumeMl } : one)),
        }),
      }));
    case 'stirred-in':
    case 'judged':
    case 'liked':
    case 'equipment-used':
    case 'jar-moved':
    case 'jar-discarded':
    case 'abandoned':
      return NO_FIGURES;
  }
}

interface Props {
  batch: KnownBatch;
  kitchen: KnownKitchen;
  event: BatchEvent & CorrectableBody;
  record: { add: (happenings: readonly RecordableEvent[]) => unknown };
  onClose: () => void;
}

/** What an entry should have said. The entry stays in the record, and what it said with it. */
export function CorrectEntry({ batch, kitchen, event, record, onClose }: Props) {
  const { id, atMs: _, ...was } = event;
  const [to, setTo] = useState<CorrectableBody>(was);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [unread, setUnread] = useState(false);
  const unsaid = 'reason' in to && to.reason.trim() === '';
  const save = (): void => {
    const correction = { type: 'corrected' as const, eventId: id, to };
    const refusal = eventRefusal(batch.state, correction, NO_LOGS, serverNowMs());
    if (refusal !== null) {
      setTrouble(eventRefusalMessage(refusal));
      return;
    }
    record.add([correction as RecordableEvent]);
    onClose();
  };
  const change = (next: CorrectableBody): void => {
    setUnread(false);
    setTrouble(null);
    setTo(next);
  };
  return (
    <View style={styles.form}>
      {figuresOf(to).map((figure) => (
        <MeasureField
          key={figure.label}
          stacked
          kind={figure.kind}
          label={figure.label}
          value={figure.value}
          range={figure.range}
          onValue={(value) => change(figure.with(value))}
          onTrouble={() => setUnread(true)}
        />
      ))}
      <CorrectInWords to={to} state={batch.state} kitchen={kitchen} onChange={change} />
      {trouble !== null && <Notice kind="error">{trouble}</Notice>}
      <View style={styles.row}>
        <Button label="Correct it" kind="main" disabled={unread || unsaid} onPress={save} />
        <Button label="Leave it" kind="quiet" onPress={onClose} />
      </View>
    </View>
  );
}

const HOUR_S = 3600;

/** How long a step really took, where its clock did not run with it. */
export function CorrectTime({
  stepId,
  ranS,
  inHours,
  record,
  onClose,
}: {
  stepId: string;
  ranS: number;
  inHours: boolean;
  record: Props['record'];
  onClose: () => void;
}) {
  const perUnitS = inHours ? HOUR_S : 1;
  const [seconds, setSeconds] = useState<number | null>(ranS > 0 ? ranS : null);
  return (
    <View style={styles.form}>
      <QuantityField
        label="It really took"
        stacked
        unit={inHours ? 'h' : 's'}
        shown={seconds === null ? '' : String(Number((seconds / perUnitS).toFixed(2)))}
        onNumber={(value) => {
          if (value * perUnitS < 1 || value > (inHours ? 72 : 1800)) {
            return inHours ? 'Between a second and 72 hours.' : 'Between 1 and 1800 seconds.';
          }
          setSeconds(value * perUnitS);
          return null;
        }}
        onTrouble={() => setSeconds(null)}
      />
      <View style={styles.row}>
        <Button
          label="Correct it"
          kind="main"
          disabled={seconds === null}
          onPress={() => {
            if (seconds === null) return;
            record.add([{ type: 'step-timed', step: stepId, seconds }]);
            onClose();
          }}
        />
        <Button label="Leave it" kind="quiet" onPress={onClose} />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  form: { gap: SPACE.medium },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
});
