/**
 * What PostgreSQL and the system say of a connection that cannot be had, or that was cut: class 08, a server that stops
 * or starts, a database that is gone or full of connections.
 */
const CODES =
  /^(08...|57P0[123]|53300|3D000|ECONNREFUSED|ECONNRESET|EPIPE|ETIMEDOUT|ENOTFOUND|EAI_AGAIN|EHOSTUNREACH)$/;
/** The same in words, where `pg` gives no code. */
const WORDS = /^Connection terminated|^timeout exceeded when trying to connect$|is not queryable$/;

/** Whether this is said of a database that does not answer; the same call may go through when it does again. */
export function isDatabaseAway({
  message,
  code = '',
}: {
  message: string;
  code?: string | undefined;
}): boolean {
  return CODES.test(code) || WORDS.test(message);
}
