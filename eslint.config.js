import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

export default tseslint.config(
    { ignores: ['resources/js/api/schema.generated.ts'] },
    ...tseslint.configs.strictTypeChecked,
    {
        files: ['resources/js/**/*.{ts,tsx}'],
        plugins: { 'react-hooks': hooks },
        languageOptions: { parserOptions: { projectService: true } },
        rules: {
            ...hooks.configs.recommended.rules,
            '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
            '@typescript-eslint/no-confusing-void-expression': ['error', { ignoreArrowShorthand: true }],
            '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { attributes: false } }],
        },
    },
);
