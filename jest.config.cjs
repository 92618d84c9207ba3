const plain = (name) => ({
  displayName: name,
  rootDir: `${__dirname}/${name}`,
  testEnvironment: 'node',
  testMatch: ['<rootDir>/test/**/*.test.ts'],
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
    { ...plain('server'), globalSetup: `${__dirname}/scripts/bundleFirst.cjs` },
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
      moduleNameMapper: { '^~/(.*)$': '<rootDir>/src/$1' },
      transformIgnorePatterns: [
        'node_modules/(?!((jest-)?react-native|@react-native(-community)?|expo(nent)?|@expo(nent)?/.*|expo-.*|react-navigation|@react-navigation/.*|lucide-react-native|date-fns|@date-fns/.*|react-native-svg))',
      ],
    },
  ],
};
