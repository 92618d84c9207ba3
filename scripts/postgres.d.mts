/** Starts a PostgreSQL server of its own; its data are gone when it is stopped. */
export function startPostgres(options?: {
  durable?: boolean;
}): Promise<{ url: string; stop: () => Promise<void> }>;
