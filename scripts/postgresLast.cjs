// After the server's tests on PostgreSQL.
module.exports = () => globalThis.stopPostgres?.();
