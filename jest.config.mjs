const swc = {
  jsc: {
    target: 'es2022',
    parser: { syntax: 'typescript', tsx: true, decorators: true },
    transform: { legacyDecorator: true, decoratorMetadata: true, react: { runtime: 'automatic' } },
  },
  module: { type: 'commonjs' },
};
const project = (displayName, roots, extra = {}) => ({
  displayName,
  roots,
  testEnvironment: 'node',
  setupFiles: ['<rootDir>/scripts/lib/property-seed.ts'],
  testMatch: ['**/*.test.ts', '**/*.test.tsx'],
  extensionsToTreatAsEsm: [],
  transform: { '^.+\\.[tj]sx?$': ['@swc/jest', swc] },
  transformIgnorePatterns: ['/node_modules/(?!(clipper2-ts|culori|marked|svgpath)/)'],
  moduleNameMapper: {
    '^@kanga/(core|contract)/(.+)$': '<rootDir>/packages/$1/src/$2/index.ts',
    '^(\\.{1,2}/.*)\\.js$': '$1',
  },
  ...extra,
});
export default {
  projects: [
    project('core', ['<rootDir>/packages/core/src']),
    project('contract', ['<rootDir>/packages/contract/src']),
    project('server', ['<rootDir>/apps/server/src']),
    project('web', ['<rootDir>/apps/web/src'], {
      setupFiles: ['<rootDir>/scripts/lib/property-seed.ts', '<rootDir>/scripts/lib/browser-lacks.ts'],
      setupFilesAfterEnv: ['<rootDir>/scripts/lib/patience.ts'],
    }),
    project('devices', ['<rootDir>/apps/devices/src']),
    project('api', ['<rootDir>/apps/server/test']),
  ],
  testTimeout: 180_000,
};
