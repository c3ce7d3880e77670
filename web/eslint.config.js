import js from '@eslint/js'
import hooks from 'eslint-plugin-react-hooks'
import { defineConfig } from 'eslint/config'
import ts from 'typescript-eslint'

export default defineConfig(
  { ignores: ['dist', 'src/api/*.gen.ts'] },
  js.configs.recommended,
  ts.configs.recommended,
  hooks.configs.flat.recommended,
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
      ],
    },
  },
)
