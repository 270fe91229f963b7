import js from '@eslint/js';
import boundaries from 'eslint-plugin-boundaries';
import compat from 'eslint-plugin-compat';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

// Arrows between folders run one way (note 3 of the design): a folder may use those before it, and places do not know each other.
const ground = ['ui', 'api', 'painter'];
const places = [
  'alerts',
  'begin',
  'brand',
  'chat',
  'confidence',
  'desk',
  'feeds',
  'graphics',
  'help',
  'history',
  'labels',
  'outputs',
  'remote',
  'seats',
  'timers',
  'workshop',
];
const uses = {
  painter: ['api'],
  live: ground,
  output: ['api', 'painter', 'live'],
  show: [...ground, 'live'],
  monitor: [...ground, 'live', 'show'],
  fields: [...ground, 'live', 'show', 'monitor'],
  audience: [...ground, 'live', 'show', 'monitor', 'fields'],
  ...Object.fromEntries(places.map((place) => [place, [...ground, 'live', 'show', 'monitor', 'fields', 'audience']])),
  frame: [...ground, 'live', 'show', 'monitor', ...places],
};
const folders = ['ui', 'api', ...Object.keys(uses)];
const one = (type) => ({ element: { type } });

export default tseslint.config(
  { ignores: ['dist', 'node_modules', 'src/api/schema.d.ts', 'src/output/public'] },
  js.configs.recommended,
  tseslint.configs.strict,
  tseslint.configs.stylistic,
  hooks.configs.flat.recommended,
  {
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-shadow': 'error',
    },
  },
  {
    files: ['src/*/**'],
    plugins: { boundaries },
    settings: {
      'import/resolver': { typescript: true },
      'boundaries/elements': folders.map((folder) => ({ type: folder, pattern: `src/${folder}` })),
    },
    rules: {
      'boundaries/dependencies': [
        'error',
        {
          default: 'disallow',
          policies: [
            ...folders.map((folder) => ({
              from: one(folder),
              allow: { to: { element: { types: { anyOf: [folder, ...(uses[folder] ?? [])] } } } },
            })),
            // Packages from outside.
            { allow: { to: { module: { origin: 'external' } } } },
          ],
        },
      ],
    },
  },
  {
    // What an output page runs: mixing software embeds browsers that are years behind.
    files: ['src/{painter,live,output}/**/*.ts'],
    ignores: ['**/*.test.ts'],
    plugins: { compat },
    settings: { browserslistOpts: {}, targets: ['chrome 90'] },
    rules: { 'compat/compat': 'error' },
  },
);
