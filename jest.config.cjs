// One seed for all laws of a run, so that a failure can be run again. Said once, by the process that starts the others.
if (process.env.LAW_SEED === undefined) {
  process.env.LAW_SEED = String(Math.floor(Math.random() * 2 ** 31));
  console.log(`• Laws run with LAW_SEED=${process.env.LAW_SEED}`);
}

const plain = (name) => ({
  displayName: name,
  rootDir: `${__dirname}/${name}`,
  testEnvironment: 'node',
  testMatch: ['<rootDir>/test/**/*.test.ts'],
  setupFiles: [`${__dirname}/scripts/lawSeed.cjs`],
  transform: { '\\.ts$': ['babel-jest', { configFile: `${__dirname}/babel.plain.cjs` }] },
});

module.exports = {
  // A busy machine is slow: only what hangs is to fail by time.
  testTimeout: 180_000,
  testSequencer: './scripts/longestFirst.cjs',
  projects: [
    plain('core'),
    plain('contract'),
    // Its tests run the server as it is shipped.
    {
      ...plain('server'),
      globalSetup: `${__dirname}/scripts/bundleFirst.cjs`,
      testPathIgnorePatterns: ['/test/postgres/'],
    },
    // What touches data, once more on PostgreSQL, and what needs two servers on one database.
    {
      ...plain('server'),
      displayName: 'postgres',
      globals: { ENGINE: 'postgres' },
      globalSetup: `${__dirname}/scripts/postgresFirst.cjs`,
      globalTeardown: `${__dirname}/scripts/postgresLast.cjs`,
      testMatch: [
        '<rootDir>/test/postgres/*.test.ts',
        '<rootDir>/test/{api,backup,demoKitchen,durability,export,notebook,plans,revisions,storedRows,twoKitchens}.test.ts',
      ],
    },
    {
      displayName: 'client',
      rootDir: `${__dirname}/client`,
      preset: 'jest-expo',
      transform: {
        '\\.(mjs|[jt]sx?)$': [
          'babel-jest',
          {
            configFile: `${__dirname}/client/babel.config.js`,
            caller: { name: 'metro', bundler: 'metro', platform: 'ios' },
          },
        ],
      },
      testMatch: ['<rootDir>/test/**/*.test.{ts,tsx}'],
      setupFiles: [`${__dirname}/scripts/lawSeed.cjs`],
      moduleNameMapper: { '^~/(.*)$': '<rootDir>/src/$1' },
      transformIgnorePatterns: [
        'node_modules/(?!((jest-)?react-native|@react-native(-community)?|expo(nent)?|@expo(nent)?/.*|expo-.*|standard-navigation|react-navigation|@react-navigation/.*|lucide-react-native|date-fns|@date-fns/.*|react-native-svg))',
      ],
    },
  ],
};
