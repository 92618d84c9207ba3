const { createHash } = require('node:crypto');
const { readFileSync, readdirSync } = require('node:fs');
const { join } = require('node:path');
const { getDefaultConfig } = require('expo/metro-config');

const config = getDefaultConfig(__dirname);
// The font packages ship woff2, which Metro would take for code.
config.resolver.assetExts.push('woff2');

// What coreImports.cjs makes of a file rests on core's indexes.
const indexes = readdirSync(join(__dirname, '../core/src'), { recursive: true }).filter((name) =>
  name.endsWith('index.ts'),
);
config.cacheVersion = indexes
  .reduce(
    (hash, name) => hash.update(readFileSync(join(__dirname, '../core/src', name))),
    createHash('sha256'),
  )
  .update(readFileSync(join(__dirname, 'coreImports.cjs')))
  .digest('hex');

const NOTHING = join(__dirname, 'leftOut.js');
const ENGLISH = require.resolve('zod/v4/locales/en.js');

/**
 * Parts of packages that no page uses, and that their indexes would bring along. Of zod: sixty languages but English,
 * and what turns schemas into JSON Schema or compiles them into code, which the page's policy forbids anyway. Of the
 * router: tabs, stacks and a list of routes. Of React Native for the web: lists that draw only what is seen, and more. Of its
 * drawings: what reads them from XML, and transforms written as text, which the browser reads by itself.
 */
const LEFT_OUT = [
  [/\/zod\/v4\/locales\/index\.js$/, ENGLISH],
  [
    /\/zod\/v4\/.*\/(to-json-schema|from-json-schema|json-schema-processors|json-schema-generator|compile)\.js$/,
    NOTHING,
  ],
  [
    /\/expo-router\/build\/(layouts\/Tabs|layouts\/experimental-stack\/index|stack\/index|views\/Sitemap|react-navigation\/bottom-tabs\/index)\.js$/,
    NOTHING,
  ],
  [
    /\/react-native-web\/dist\/vendor\/react-native\/(FlatList|SectionList|VirtualizedList|VirtualizedSectionList)\/index\.js$/,
    NOTHING,
  ],
  [
    /\/react-native-web\/dist\/exports\/(CheckBox|Switch|TouchableHighlight|TouchableNativeFeedback|ImageBackground|ProgressBar)\/index\.js$/,
    NOTHING,
  ],
  [
    /\/react-native-svg\/lib\/module\/(xml|lib\/extract\/transform|lib\/extract\/transformToRn)\.js$/,
    NOTHING,
  ],
];

config.resolver.resolveRequest = (context, name, platform) => {
  const found = context.resolveRequest(context, name, platform);
  if (found.type !== 'sourceFile') return found;
  const path = found.filePath.replaceAll('\\', '/');
  const rule = LEFT_OUT.find(([part]) => part.test(path));
  return rule ? { ...found, filePath: rule[1] } : found;
};

module.exports = config;
