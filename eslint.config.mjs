import tseslint from 'typescript-eslint';
import hooks from 'eslint-plugin-react-hooks';

/** `!` stands behind an index that the lines above it bound, and nowhere else: what may be missing is asked for. */
const INDEX_ONLY = {
  selector: 'TSNonNullExpression:not(:has(> MemberExpression[computed=true]))',
  message: 'Ask whether it is there. `!` is for an index that the code around it bounds.',
};

/** What is touched or typed into is a part of src/ui, which stands on Paper; a bare one has no role, no keys and no look of ours. */
const HAND_MADE = [
  'Pressable',
  'TextInput',
  'Button',
  'Switch',
  'Modal',
  'TouchableOpacity',
  'TouchableHighlight',
  'TouchableWithoutFeedback',
];
const WHOLE_DATES = {
  name: 'date-fns',
  message: 'By its own file, such as date-fns/format: the whole of it would load first.',
};
const PARTS_ONLY = {
  paths: [
    WHOLE_DATES,
    { name: 'react-native', importNames: HAND_MADE, message: 'Take a part of src/ui, or build one on Paper there.' },
  ],
};
/** A role on a plain view is a promise of keys and names that nobody keeps. */
const NO_ROLES = {
  selector: "JSXOpeningElement[name.name='View'] > JSXAttribute[name.name='role']",
  message: 'A part of src/ui has the role, its name and its keys.',
};

export default tseslint.config(
  { ignores: ['dist', 'test-results', 'node_modules', '.expo', '*.config.js', '.dependency-cruiser.cjs'] },
  ...tseslint.configs.strict,
  {
    files: ['**/*.{ts,tsx}'],
    languageOptions: { parserOptions: { projectService: true } },
    plugins: { 'react-hooks': hooks },
    rules: {
      ...hooks.configs.recommended.rules,
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
      '@typescript-eslint/consistent-type-imports': 'error',
      // A phrase in a template string would lose its quantities' units: it goes into another phrase.
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true, allowNullish: true }],
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { ignoreRestSiblings: true, varsIgnorePattern: '^_', argsIgnorePattern: '^_' },
      ],
      'no-console': 'error',
    },
  },
  { files: ['server/main.ts', 'bench/**', 'demo/**', 'scripts/**', 'e2e/**'], rules: { 'no-console': 'off' } },
  {
    files: ['src/**'],
    ignores: ['**/*.test.{ts,tsx}', 'src/core/testing.ts'],
    rules: {
      'no-restricted-syntax': ['error', INDEX_ONLY],
      'no-restricted-imports': ['error', { paths: [WHOLE_DATES] }],
    },
  },
  {
    // The drawn parts are listed with their reasons in docs/architecture.md.
    files: ['src/features/**', 'src/app/**', 'src/ui/**'],
    ignores: ['**/*.test.{ts,tsx}', 'src/ui/strata/**', 'src/ui/map/**'],
    rules: { 'no-restricted-imports': ['error', PARTS_ONLY] },
  },
  {
    files: ['src/features/**', 'src/app/**'],
    ignores: ['**/*.test.{ts,tsx}', 'src/features/air/AirChart.tsx', 'src/features/cost/CostChart.tsx'],
    rules: { 'no-restricted-syntax': ['error', INDEX_ONLY, NO_ROLES] },
  },
  {
    files: ['src/core/**'],
    ignores: ['**/*.test.ts', 'src/core/testing.ts'],
    rules: {
      'no-restricted-globals': ['error', 'window', 'document', 'navigator', 'localStorage', 'fetch'],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'The core has no randomness without a seed.' },
        { object: 'Date', property: 'now', message: 'The core has no clock of its own.' },
      ],
      'no-restricted-syntax': [
        'error',
        INDEX_ONLY,
        {
          selector: "NewExpression[callee.name='Date'][arguments.length=0]",
          message: 'The core has no clock of its own.',
        },
      ],
    },
  },
);
