import type { PortionEvent } from '@humble-churn/core';
import { useQueryClient } from '@tanstack/react-query';
import { useToast } from '../../ui/Toast';
import type { RecordableEvent } from '../../wire/batches';
import { enqueueEvents } from '../../wire/batches';
import { send } from '../../wire/sending';

/** Writes down what happened to pulp, in the log of each batch it is from; says it, with a way to take all of it back. */
export function useRecordPulp(): (events: readonly PortionEvent[], words: string) => void {
  const client = useQueryClient();
  const toast = useToast();
  const record = (batchId: string, happenings: readonly RecordableEvent[]): readonly string[] => {
    const entry = enqueueEvents(batchId, happenings);
    send(client, entry);
    return entry.body.ids ?? [];
  };
  return (events, words) => {
    const batches = [...new Set(events.map(({ batchId }) => batchId))];
    const made = batches.map((batchId) => ({
      batchId,
      ids: record(
        batchId,
        events.filter((one) => one.batchId === batchId).map(({ event }) => event as RecordableEvent),
      ),
    }));
    toast({
      words,
      undo: () => {
        for (const { batchId, ids } of made) {
          record(
            batchId,
            [...ids].reverse().map((eventId) => ({ type: 'undone', eventId })),
          );
        }
      },
    });
  };
}
