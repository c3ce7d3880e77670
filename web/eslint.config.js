import js from '@eslint/js'
import { env } from 'node:process'
import hooks from 'eslint-plugin-react-hooks'
import { defineConfig } from 'eslint/config'
import ts from 'typescript-eslint'

// The types take most of a minute: make test leaves them to make check and make drill.
const typed = env.TYPES !== 'off'

export default defineConfig(
  { ignores: ['dist', 'src/api/*.gen.ts'] },
  js.configs.recommended,
  typed ? ts.configs.recommendedTypeChecked : ts.configs.recommended,
  hooks.configs.flat.recommended,
  {
    languageOptions: {
      parserOptions: { projectService: typed, tsconfigRootDir: import.meta.dirname },
    },
  },
  // Beside the application no project has them.
  { files: ['**/*.{js,mjs}', '*.config.ts'], extends: [ts.configs.disableTypeChecked] },
  {
    files: ['**/*.{ts,tsx}'],
    rules: {
      eqeqeq: 'error',
      // What an effect returns is called when it ends. Browsers return a promise from scrolling by now.
      'no-restricted-syntax': [
        'error',
        ...[
          'CallExpression[callee.name=/Effect$/] ReturnStatement > CallExpression[callee.property.name=/^(scroll|focus)/]',
          'CallExpression[callee.name=/Effect$/] > ArrowFunctionExpression > CallExpression.body[callee.property.name=/^(scroll|focus)/]',
        ].map((selector) => ({
          selector,
          message: 'An effect returns nothing but how it is undone.',
        })),
        {
          selector: 'Property[key.name="fontSize"] Literal[value=/rem|px|pt/]',
          message: 'The sizes of type stand in the theme.',
        },
      ],
    },
  },
)
