// Before the server's tests on PostgreSQL: its bundle, and a server that all of them share. Workers inherit its address.
const bundleFirst = require('./bundleFirst.cjs');

module.exports = async () => {
  await bundleFirst();
  const { startPostgres } = await import('./postgres.mjs');
  globalThis.stopPostgres = await startPostgres().then(({ url, stop }) => {
    process.env.POSTGRES_URL = url;
    return stop;
  });
};
