import type { LiveChange } from '@humble-churn/contract';
import { LIVE_BEAT, LIVE_BEAT_EVERY_MS } from '@humble-churn/contract';
import type { Channel } from 'better-sse';
import { createChannel, createSession } from 'better-sse';
import type { Request, Response } from 'express';
import type { ChangeFeed } from './database';

/** A page that lost its stream asks for it again after so long, ms. */
const RETRY_MS = 2000;

/** Streams of server-sent events, by kitchen: each page is told the revision as soon as it is raised. */
export class LiveStreams {
  private readonly channels = new Map<string, Channel>();
  /** Each with its kitchen, and the paired device that it goes to. */
  private readonly open = new Map<Response, { kitchenId: string; deviceId: string | null }>();
  private readonly stop: () => void;

  constructor(feed: ChangeFeed) {
    const beats = setInterval(() => {
      for (const channel of this.channels.values()) channel.broadcast(null, LIVE_BEAT);
    }, LIVE_BEAT_EVERY_MS).unref();
    const leave = feed.listen((what) => {
      if (what === 'missed') {
        for (const channel of this.channels.values()) this.tell(channel, { revision: null });
        return;
      }
      const channel = this.channels.get(what.kitchenId);
      if (channel) this.tell(channel, { revision: what.revision });
      // Its pages ask for a stream again, and get that of the kitchen they are about then.
      if (what.revision === null) this.end(what.kitchenId);
    });
    this.stop = () => {
      clearInterval(beats);
      leave();
    };
  }

  private tell(channel: Channel, change: LiveChange): void {
    channel.broadcast(change);
  }

  /** Answers a request with a stream of the changes of a kitchen, until either side ends it. */
  async serve(
    request: Request,
    response: Response,
    kitchenId: string,
    deviceId: string | null,
  ): Promise<void> {
    const session = await createSession(request, response, { keepAlive: null, retry: RETRY_MS });
    const channel = this.channels.get(kitchenId) ?? createChannel();
    this.channels.set(kitchenId, channel);
    this.open.set(response, { kitchenId, deviceId });
    channel.register(session);
    session.once('disconnected', () => {
      this.open.delete(response);
      if (channel.sessionCount === 0) this.channels.delete(kitchenId);
    });
  }

  private end(ofKitchen: string): void {
    for (const [response, { kitchenId }] of this.open) if (kitchenId === ofKitchen) response.end();
  }

  /** A device that was removed hears no more. */
  endDevice(removed: string): void {
    for (const [response, { deviceId }] of this.open) if (deviceId === removed) response.end();
  }

  /** How many are open. */
  get count(): number {
    return this.open.size;
  }

  /** Ends all streams: the server is about to stop. */
  endAll(): void {
    this.stop();
    for (const response of this.open.keys()) response.end();
  }
}
