import tseslint from "typescript-eslint";
import reactHooks from "eslint-plugin-react-hooks";

export default tseslint.config(
  { ignores: [".cache/", "build/", "node_modules/", ".react-router/", "test-results/", "playwright-report/"] },
  ...tseslint.configs.recommended,
  {
    files: ["**/*.{ts,tsx}"],
    plugins: { "react-hooks": reactHooks },
    rules: {
      ...reactHooks.configs.recommended.rules,
      "@typescript-eslint/no-explicit-any": "error",
      "@typescript-eslint/consistent-type-imports": ["error", { disallowTypeAnnotations: false }],
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", varsIgnorePattern: "^_" }],
      // A hint for the React compiler, which is not used here.
      "react-hooks/incompatible-library": "off",
      eqeqeq: ["error", "always", { null: "ignore" }],
    },
  },
  {
    files: ["{app,cli,core,demo,server,stand-ins,store,workers}/**/*.{ts,tsx}"],
    ignores: ["core/derive/**", "**/*.test.ts"],
    rules: {
      "no-restricted-syntax": [
        "error",
        {
          selector: "NewExpression[callee.name='WeakMap']",
          message:
            "What follows from something is kept by core/derive alone: define() where it reads several things, ofOne() where it reads one.",
        },
      ],
    },
  },
);
