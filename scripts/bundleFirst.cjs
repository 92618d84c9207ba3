// The server's tests run its bundle: made anew before them, so that it is never older than its sources.
module.exports = async () => {
  const { bundleServer, bundleTestServer } = await import('./serverBundle.mjs');
  await Promise.all([bundleServer(), bundleTestServer()]);
};
