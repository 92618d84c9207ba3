// For Jest on core, contract and server tests; the client has Expo's own preset.
module.exports = {
  presets: [['@babel/preset-env', { targets: { node: 'current' } }], '@babel/preset-typescript'],
};
