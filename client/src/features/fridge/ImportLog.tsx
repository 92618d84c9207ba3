import type { BadLine, FridgeCsv, MeasuredTemp } from '@humble-churn/core';
import { formatReadTemp } from '@humble-churn/core';
import { useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { compute } from '../../compute';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { FilePanel } from '../../ui/FilePanel';
import { Notice } from '../../ui/Notice';
import { SPACE } from '../../ui/theme';
import { useToast } from '../../ui/Toast';
import { serverNowMs } from '../../wire/clock';
import { useLogMany, useTakeBackLog } from '../../wire/fridge';
import type { KnownKitchen } from '../../wire/kitchen';
import { momentText } from '../../wire/moments';
import type { FridgeProps } from './fridgeProps';

/** A year of minutes is 30 MB; what is larger is no log of a fridge. */
const MOST_BYTES = 40_000_000;

const BAD: Readonly<Record<BadLine, string>> = {
  'no-time': 'no date and time that can be read',
  'no-temperature': 'no temperature that can be read',
  'out-of-range': 'no fridge is that warm or cold',
  'in-the-future': 'lies in the future',
};

const REFUSED: Readonly<Record<Extract<FridgeCsv, { ok: false }>['why'], string>> = {
  empty: 'The file is empty.',
  'no-columns':
    'No column of times and no column of temperatures was found. The first line should name them, such as: time, temperature.',
  'nothing-readable': 'No line has both a time and a temperature that can be read.',
};

type Read = Extract<FridgeCsv, { ok: true }>;
interface Asked {
  unit: 'C' | 'F' | null;
  dayFirst: boolean;
}

/** Reads a file beside the page; the choices are made again over the same text. */
function useReadLog(kitchen: KnownKitchen) {
  const text = useRef('');
  const [found, setFound] = useState<FridgeCsv | null>(null);
  const [reading, setReading] = useState<number | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const read = (asked: Asked): void => {
    setTrouble(null);
    setReading(0);
    const job = { text: text.current, timeZone: kitchen.timeZone, nowMs: serverNowMs(), ...asked };
    compute('fridgeCsv', job, { onProgress: setReading })
      .then(setFound)
      .catch(() => setTrouble('The file could not be read in this browser. Nothing was kept.'))
      .finally(() => setReading(null));
  };
  const open = (from: string): void => {
    text.current = from;
    read({ unit: null, dayFirst: kitchen.measures === 'metric' });
  };
  return { found, reading, trouble, setTrouble, read, open, clear: () => setFound(null) };
}

/** The log of a thermometer with a memory, from its CSV file: looked at first, then kept part by part. */
export function ImportLog({ kitchen, fridge }: FridgeProps) {
  const log = useReadLog(kitchen);
  const { found } = log;
  return (
    <FilePanel
      title="Import a log"
      label="File of a fridge’s log"
      name="fridge-log"
      maxBytes={MOST_BYTES}
      onFile={(file) => void file.text().then(log.open)}
      onRefused={() => log.setTrouble('One file at a time, of up to 40 MB.')}
    >
      {(choose) => (
        <>
          <AppText>
            The CSV file of a thermometer that keeps one: a column of times, a column of temperatures. Times
            without a zone are read as this kitchen’s clock.
          </AppText>
          <View style={styles.row}>
            <Button
              label={log.reading === null ? 'Choose a file' : `Reading: ${Math.round(log.reading * 100)} %`}
              busy={log.reading !== null}
              disabled={!choose}
              onPress={() => choose?.()}
            />
          </View>
          {log.trouble !== null && <Notice kind="error">{log.trouble}</Notice>}
          {found?.ok === false && <Notice kind="error">{`${REFUSED[found.why]} Nothing was kept.`}</Notice>}
          {found?.ok === true && (
            <Preview
              key={`${found.unit}${found.dayFirst}`}
              found={found}
              kitchen={kitchen}
              fridge={fridge}
              onRead={log.read}
              onDone={log.clear}
            />
          )}
        </>
      )}
    </FilePanel>
  );
}

const counted = (count: number, one: string, more: string): string => `${count} ${count === 1 ? one : more}`;

/** What the file was read as, and what of it was left out; nothing is kept unasked. */
function Preview({
  found,
  kitchen,
  fridge,
  onRead,
  onDone,
}: Omit<FridgeProps, 'nowMs'> & {
  found: Read;
  onRead: (asked: Asked) => void;
  onDone: () => void;
}) {
  const { readings, unit, dayFirst, badCount, bad, repeated, disordered } = found;
  const { measures } = kitchen;
  const nowMs = serverNowMs();
  const [first, last] = [readings[0], readings[readings.length - 1]];
  return (
    <>
      <AppText kind="strong">
        {counted(readings.length, 'reading', 'readings')}, {momentText(first?.atMs ?? nowMs, nowMs, kitchen)}{' '}
        to {momentText(last?.atMs ?? nowMs, nowMs, kitchen)}
      </AppText>
      <AppText>
        From {formatReadTemp(found.coldestC, measures)} to {formatReadTemp(found.warmestC, measures)}.
        {repeated > 0
          ? ` ${counted(repeated, 'moment stood', 'moments stood')} in it again; the last counts.`
          : ''}
        {disordered ? ' Its lines were out of order and were sorted.' : ''}
      </AppText>
      {!found.unitSaid && (
        <Choice
          label="The file does not say its unit"
          value={unit}
          onChange={(chosen) => onRead({ unit: chosen, dayFirst })}
          options={[
            { value: 'C', label: '°C' },
            { value: 'F', label: '°F' },
          ]}
        />
      )}
      {!found.dayFirstSaid && (
        <Choice
          label="Its dates could be read both ways"
          value={dayFirst ? 'day' : 'month'}
          onChange={(chosen) => onRead({ unit: found.unitSaid ? null : unit, dayFirst: chosen === 'day' })}
          options={[
            { value: 'day', label: 'Day first' },
            { value: 'month', label: 'Month first' },
          ]}
        />
      )}
      {badCount > 0 && (
        <Notice kind="caution">
          {`${counted(badCount, 'line is', 'lines are')} left out: ${bad.map(({ line, why }) => `line ${line}, ${BAD[why]}`).join('; ')}${badCount > bad.length ? '; and more' : ''}.`}
        </Notice>
      )}
      <KeepLog readings={readings} fridgeId={fridge.id} onDone={onDone} />
    </>
  );
}

function KeepLog({
  readings,
  fridgeId,
  onDone,
}: {
  readings: readonly MeasuredTemp[];
  fridgeId: string;
  onDone: () => void;
}) {
  const toast = useToast();
  const { mutate, isPending, error } = useLogMany(fridgeId);
  const takeBack = useTakeBackLog(fridgeId);
  const [kept, setKept] = useState(0);
  const keep = (): void =>
    mutate(
      { readings: readings.slice(kept), onKept: (count) => setKept(kept + count) },
      {
        onSuccess: (changed) => {
          toast({
            words: `${counted(readings.length, 'reading is', 'readings are')} in the log.`,
            undo: () => takeBack.mutate(changed),
          });
          onDone();
        },
      },
    );
  return (
    <>
      {error && (
        <Notice kind="error">
          {`${error.message} ${kept} of ${readings.length} readings are kept; go on when the server is back.`}
        </Notice>
      )}
      <View style={styles.row}>
        <Button
          label={
            isPending
              ? `${Math.round((100 * kept) / readings.length)} % kept`
              : kept > 0
                ? 'Go on'
                : `Keep ${counted(readings.length, 'reading', 'readings')}`
          }
          kind="main"
          busy={isPending}
          onPress={keep}
        />
        <Button label="Cancel" kind="quiet" disabled={isPending} onPress={onDone} />
      </View>
    </>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small } });
