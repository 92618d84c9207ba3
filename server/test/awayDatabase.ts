import pg from 'pg';

/** PostgreSQL's code for a database that somebody has open. */
const IN_USE = '55006';

/** A database that can be taken away from the servers that have it open, and given back. */
export class AwayDatabase {
  private readonly name: string;
  private readonly admin: pg.Client;

  private constructor(url: string) {
    this.name = new URL(url).pathname.slice(1);
    this.admin = new pg.Client(new URL('/postgres', url).href);
  }

  static async of(url: string): Promise<AwayDatabase> {
    const database = new AwayDatabase(url);
    await database.admin.connect();
    return database;
  }

  async make(): Promise<void> {
    await this.admin.query(`CREATE DATABASE "${this.name}"`);
  }

  /** Cuts all connections to it. */
  async cut(): Promise<void> {
    const open = 'SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = $1';
    await this.admin.query(open, [this.name]);
  }

  /** Cuts all connections to it, and calls it something else: nobody finds it. */
  async takeAway(): Promise<void> {
    for (let away = false; !away;) {
      await this.cut();
      away = await this.admin.query(`ALTER DATABASE "${this.name}" RENAME TO "${this.name}-away"`).then(
        () => true,
        (error: unknown) => {
          // A connection that was cut takes a moment to end.
          if ((error as { code?: string }).code === IN_USE) return false;
          throw error;
        },
      );
    }
  }

  async giveBack(): Promise<void> {
    await this.admin.query(`ALTER DATABASE "${this.name}-away" RENAME TO "${this.name}"`);
  }

  async close(): Promise<void> {
    await this.admin.end();
  }
}
