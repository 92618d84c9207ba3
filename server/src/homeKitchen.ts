import type { OpenDatabase } from './database';
import { firstKitchen } from './kitchens';
import { fault, log } from './log';

/** The kitchen of a server that serves one household: the first of its database, whichever that is at the time. */
export class HomeKitchen {
  private readonly stop: () => void;

  private constructor(
    private readonly database: OpenDatabase,
    private current: string,
  ) {
    this.stop = database.feed.listen((what) => {
      // Another process may have deleted it.
      if (what !== 'missed' && what.revision !== null) return;
      this.lookAgain().catch((error: unknown) => log.error(fault(error), 'The kitchen cannot be looked up'));
    });
  }

  /** Finds the kitchen, or makes it. */
  static async open(database: OpenDatabase, make: () => Promise<string>): Promise<HomeKitchen> {
    const id = await database.alone(async () => (await firstKitchen(database)) ?? make());
    return new HomeKitchen(database, id);
  }

  get id(): string {
    return this.current;
  }

  /** Finds out which it is after one was deleted. */
  async lookAgain(): Promise<void> {
    this.current = (await firstKitchen(this.database)) ?? this.current;
  }

  close(): void {
    this.stop();
  }
}
