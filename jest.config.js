const swc = {
  jsc: {
    parser: { syntax: 'typescript', tsx: true, decorators: true },
    transform: { legacyDecorator: true, decoratorMetadata: true, react: { runtime: 'automatic' } },
    target: 'es2022',
  },
  module: { type: 'commonjs' },
}

const project = (displayName, root, extra = {}) => ({
  displayName,
  rootDir: import.meta.dirname,
  roots: [`<rootDir>/${root}`],
  testMatch: ['**/*.test.ts'],
  setupFilesAfterEnv: ['<rootDir>/jest.patience.js'],
  testEnvironmentOptions: { customExportConditions: ['@plucky/source', 'node', 'require', 'default'] },
  moduleNameMapper: { '^(\\.{1,2}/.*)\\.js$': '$1' },
  modulePathIgnorePatterns: ['/dist/'],
  transform: { '^.+\\.(t|j)sx?$': ['@swc/jest', swc] },
  transformIgnorePatterns: ['/node_modules/(?!(@nestjs|@tanstack|react-error-boundary|d3-|internmap)/?)'],
  ...extra,
})

export default {
  // Every core works: by default one would be left idle.
  maxWorkers: '100%',
  projects: [
    project('core', 'packages/core'),
    project('contract', 'packages/contract'),
    project('demo', 'packages/demo'),
    project('web', 'apps/web'),
    project('components', 'apps/web', {
      testMatch: ['**/*.component.test.tsx'],
      testEnvironment: '<rootDir>/jest.browser.js',
      testEnvironmentOptions: { customExportConditions: ['@plucky/source', 'browser', 'require', 'default'] },
    }),
    project('server', 'apps/server', { setupFiles: ['reflect-metadata'] }),
  ],
}
