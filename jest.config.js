// A zone whose clocks go back in autumn, so that local time is tested where it is hardest.
process.env.TZ = 'Europe/Oslo';

const preset = require('jest-expo/web/jest-preset');

module.exports = {
  testTimeout: 60000,
  preset: 'jest-expo/web',
  setupFiles: ['<rootDir>/jest.setup.ts'],
  testMatch: [
    '<rootDir>/src/**/*.test.ts',
    '<rootDir>/src/**/*.test.tsx',
    '<rootDir>/server/**/*.test.ts',
    '<rootDir>/demo/**/*.test.ts',
    '<rootDir>/scripts/**/*.test.ts',
  ],
  // What is published as ES modules only.
  transformIgnorePatterns: preset.transformIgnorePatterns.map((p) =>
    p.replace('(?!(', '(?!(culori|flatbush|flatqueue|'),
  ),
  moduleNameMapper: {
    '^@/(.*)$': '<rootDir>/src/$1',
    // Its icons one by one are ES modules for 'import', and others for 'require'.
    '^lucide-react-native/icons/(.*)$': '<rootDir>/node_modules/lucide-react-native/dist/cjs/icons/$1.js',
    // ES modules under an ending that Jest does not read.
    '^(d3-contour|d3-array|internmap)$': '<rootDir>/node_modules/$1/dist/$1.js',
    // Its browser build, which this preset would take, is an ES module that Jest does not read.
    '^nanoid$': '<rootDir>/node_modules/nanoid/index.cjs',
  },
};
