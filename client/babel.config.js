module.exports = (api) => {
  // Tests take core as it is.
  const bundling = api.caller((caller) => caller?.name === 'metro');
  return { presets: ['babel-preset-expo'], plugins: bundling ? ['./coreImports.cjs'] : [] };
};
