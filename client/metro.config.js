const { getDefaultConfig } = require('expo/metro-config');

const config = getDefaultConfig(__dirname);
// The font packages ship woff2, which Metro would take for code.
config.resolver.assetExts.push('woff2');

module.exports = config;
