/** The arrows of the architecture: web → core, server → core; inside core, later concepts use earlier ones. */
const concepts = [
  'bounds',
  'wording',
  'chance',
  'time',
  'cycle',
  'counting',
  'catalogue',
  'instrument',
  'rhythm',
  'tapin',
  'text',
  'read',
  'staff',
  'crossing',
  'landing',
  'loudness',
  'speech',
  'voice',
  'mix',
  'sound',
  'passage',
  'variation',
  'vary',
  'ear',
  'climb',
  'form',
  'log',
  'transcript',
  'midi',
  'musicxml',
  'formats',
  'safekeeping',
];

const outOfOrder = concepts.slice(0, -1).map((concept, index) => ({
  name: `core-${concept}-uses-only-earlier`,
  comment: `core/src/${concept} may use only the concepts before it: ${concepts.slice(0, index).join(', ') || 'none'}`,
  severity: 'error',
  from: { path: `^core/src/${concept}/`, pathNot: '\\.test\\.ts$' },
  to: { path: `^core/src/(${concepts.slice(index + 1).join('|')})/` },
}));

module.exports = {
  forbidden: [
    ...outOfOrder,
    {
      name: 'concept-through-its-index',
      comment: 'A concept of the core is used through its index.ts.',
      severity: 'error',
      from: { path: '^core/src/([^/]+)/' },
      to: {
        path: '^core/src/',
        pathNot: ['^core/src/$1/', '^core/src/[^/]+/index\\.ts$', '\\.testkit\\.ts$'],
      },
    },
    {
      name: 'figures-without-words',
      comment: 'What is read is a figure; sentences are made of figures in read/sentences alone.',
      severity: 'error',
      from: { path: '^core/src/read/(?!sentences/|index)', pathNot: '\\.test\\.ts$' },
      to: { path: '^core/src/(wording|read/sentences)/' },
    },
    {
      name: 'core-stands-alone',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.(test|testkit)\\.ts$' },
      to: {
        path: '^(web|server|e2e)/|node_modules/',
        pathNot: 'node_modules/(valibot|fft.js|date-fns|fflate|midi-file|fast-xml-parser)/',
      },
    },
    {
      name: 'web-not-server',
      severity: 'error',
      from: { path: '^web/' },
      to: { path: '^(server|e2e)/' },
    },
    {
      name: 'server-not-web',
      severity: 'error',
      from: { path: '^server/' },
      to: { path: '^(web|e2e)/' },
    },
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    { name: 'resolves', severity: 'error', from: {}, to: { couldNotResolve: true } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'default'] },
  },
};
