/** The arrows of the house: web → contract → core, server → contract → core, devices → contract; and doors only. */
export default {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-knows-nothing',
      comment:
        'The core imports only itself and libraries that compute; what tests and benchmarks hold it against may know more.',
      severity: 'error',
      from: { path: '^packages/core/src', pathNot: '\\.test\\.ts$|\\.bench\\.ts$|src/(rendered|peers)/' },
      to: {
        pathNot:
          '^packages/core/src|node_modules/(clipper2-ts|qrcode-generator|fontkit|@types/fontkit|bidi-js|svgpath|culori|@types/culori|ml-matrix|dxf-parser|@tarikjabiri/dxf|@xmldom/xmldom)',
      },
    },
    {
      name: 'contract-looks-to-core',
      severity: 'error',
      from: { path: '^packages/contract/src', pathNot: '\\.test\\.ts$' },
      to: { pathNot: '^packages/(core|contract)/|node_modules/joi' },
    },
    {
      name: 'apps-do-not-meet',
      severity: 'error',
      from: { path: '^apps/([^/]+)/src' },
      to: { path: '^apps/([^/]+)/src', pathNot: '^apps/$1/src' },
    },
    {
      name: 'devices-know-the-contract-only',
      severity: 'error',
      from: { path: '^apps/devices/src' },
      to: { path: '^packages/core' },
    },
    {
      name: 'doors-only',
      comment: 'Nothing imports from inside a sibling folder: its index is the door.',
      severity: 'error',
      from: { path: '^((?:packages|apps)/[^/]+/src)/([^/]+)/' },
      to: { path: '^$1/([^/]+)/', pathNot: ['^$1/$2/', '^$1/[^/]+/index\\.tsx?$'] },
    },
    { name: 'no-orphans-of-packages', severity: 'error', from: {}, to: { couldNotResolve: true } },
  ],
  options: {
    doNotFollow: { path: 'node_modules|dist' },
    exclude: { path: '\\.css$' },
    tsConfig: { fileName: 'tsconfig.tests.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'types', 'default'] },
  },
};
