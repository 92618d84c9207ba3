import type { Batch } from '@humble-churn/contract';
import { toInstant } from '@humble-churn/contract';
import { act, render } from '@testing-library/react-native';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { Profiler } from 'react';
import { openAir } from '~/devices/channel';
import type { Device } from '~/devices/useDevice';
import { useDevice } from '~/devices/useDevice';
import { StepAlerts } from '~/features/counter/StepAlerts';
import { keepOnDevice } from '~/wire/deviceStorage';
import { noteServerTime } from '~/wire/clock';
import { batch } from './batchWire';
import { emptyDeviceStorage } from './deviceStorage';

// A page that is drawn anew by every tick never comes to its first drawing where that takes longer than a tick.

const said: string[] = [];

beforeAll(() => {
  // This environment has no voice: what is to be said is taken down.
  class Utterance {
    constructor(readonly text: string) {}
  }
  Object.assign(window, {
    SpeechSynthesisUtterance: Utterance,
    speechSynthesis: { cancel: () => undefined, speak: ({ text }: Utterance) => said.push(text) },
  });
});

beforeEach(() => {
  emptyDeviceStorage();
  said.length = 0;
});

/** How often a part of the page has been drawn. */
function counted(children: ReactNode): { page: ReactNode; drawn: () => number } {
  let drawn = 0;
  return {
    page: (
      <Profiler id="page" onRender={() => drawn++}>
        {children}
      </Profiler>
    ),
    drawn: () => drawn,
  };
}

/** Real time passes: the clocks of the app run on it. */
async function pass(ms: number): Promise<void> {
  await act(() => new Promise<void>((resolve) => setTimeout(resolve, ms)));
}

/** Waits for what is to come; a busy machine takes its time. */
async function until(come: () => boolean): Promise<void> {
  for (let i = 0; i < 300 && !come(); i++) await pass(100);
  expect(come()).toBe(true);
}

function soaking(endsInMs: number): Batch {
  const { events, ...rest } = batch();
  const nowMs = Date.now();
  const event = (id: string, agoMs: number, what: Batch['events'][number]['what']) => ({
    id,
    at: toInstant(nowMs - agoMs),
    timeZone: 'Europe/Lisbon',
    what,
  });
  const planned = events[0]?.what;
  if (!planned) throw new Error('not planned');
  return {
    ...rest,
    events: [
      event('0b9f6c1e-6a34-4f0e-9a3b-0d7c0a2f4b11', 60_000, planned),
      event('0b9f6c1e-6a34-4f0e-9a3b-0d7c0a2f4b12', 50_000, { type: 'step-done', step: 'weigh' }),
      event('0b9f6c1e-6a34-4f0e-9a3b-0d7c0a2f4b13', 40_000, {
        type: 'step-begun',
        step: 'soak',
        timerS: (40_000 + endsInMs) / 1000,
      }),
    ],
  };
}

test('the cook is called once when a soak is over, and nothing is drawn while it is waited for', async () => {
  keepOnDevice('humble-churn.attention', { speech: true, chime: false });
  noteServerTime(new Date().toISOString());
  const client = new QueryClient({ defaultOptions: { queries: { staleTime: Infinity } } });
  const serverTime = new Date().toISOString();
  client.setQueryData(['batches', 'active'], { batches: [soaking(5000)], nextBefore: null, serverTime });
  client.setQueryData(['plans'], { plans: [], serverTime });
  const { page, drawn } = counted(<StepAlerts />);
  const { unmount } = render(<QueryClientProvider client={client}>{page}</QueryClientProvider>);
  await pass(100);
  const before = drawn();
  expect(said).toEqual([]);
  await until(() => said.length > 0);
  expect(drawn()).toBe(before);
  await pass(1500);
  expect(said).toEqual(['The soak of Almond is over.']);
  unmount();
  client.clear();
});

describe('a scale', () => {
  let scale: Device | null = null;
  function Looker() {
    scale = useDevice('scale');
    return null;
  }

  test('is connected once for all who look, and who looks anew is not shown what lay there before', async () => {
    const air = openAir(() => undefined);
    const puts = setInterval(() => air.send({ type: 'weight', massG: 140, stepG: 1 }), 100);
    try {
      const looking = render(<Looker />);
      expect(scale?.connection).toBeNull();
      act(() => scale?.connect('simulated'));
      await until(() => scale?.steady?.massG === 140);
      expect(scale).toMatchObject({ connection: { name: 'Simulated scale' }, shown: 140 });
      looking.unmount();
      const seen: (number | null)[] = [];
      function Newcomer() {
        scale = useDevice('scale');
        seen.push(scale.shown);
        return null;
      }
      const again = render(<Newcomer />);
      // Still connected, but what it shows is looked at anew.
      expect(scale?.connection).not.toBeNull();
      expect(seen).toEqual([null]);
      await until(() => seen.at(-1) === 140);
      // Connected anew, it is another device: nothing the one before said is a reading of it.
      await act(async () => {
        scale?.connect('simulated');
        await Promise.resolve();
      });
      expect(scale).toMatchObject({ shown: null, steady: null, held: 0 });
      await until(() => scale?.steady?.massG === 140);
      act(() => scale?.disconnect());
      expect(scale).toMatchObject({ connection: null, shown: null, steady: null });
      again.unmount();
    } finally {
      clearInterval(puts);
      air.close();
    }
  });
});
