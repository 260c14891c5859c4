/** Imports run one way: web, server → contract, core, demo; demo → contract, core; contract → core; core → nothing of ours. */
const only = (name, from, allowed) => ({
  name,
  severity: 'error',
  from: { path: `^${from}/`, pathNot: '\\.test\\.tsx?$' },
  to: { path: '^(packages|apps|e2e)/', pathNot: `^(${[from, ...allowed].join('|')})/` },
})

module.exports = {
  forbidden: [
    only('core-imports-nothing', 'packages/core', []),
    only('contract-imports-core', 'packages/contract', ['packages/core']),
    only('demo-imports-contract', 'packages/demo', ['packages/contract', 'packages/core']),
    only('server-imports-packages', 'apps/server', ['packages/(core|contract|demo)']),
    only('web-imports-packages', 'apps/web', ['packages/(core|contract)']),
    {
      name: 'core-has-no-framework',
      severity: 'error',
      from: { path: '^packages/core/', pathNot: '\\.test\\.ts$|/testing/' },
      to: { dependencyTypes: ['npm', 'npm-dev', 'npm-peer', 'core'] },
    },
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
    { name: 'not-to-unresolvable', severity: 'error', from: {}, to: { couldNotResolve: true } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)dist(-types)?/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.tests.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['@plucky/source', 'import', 'require', 'node', 'default', 'types'],
      extensions: ['.ts', '.tsx', '.js', '.mjs', '.cjs', '.json'],
    },
  },
}
