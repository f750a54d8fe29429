import js from "@eslint/js";
import jsxA11y from "eslint-plugin-jsx-a11y";
import reactHooks from "eslint-plugin-react-hooks";
import globals from "globals";
import tseslint from "typescript-eslint";

export default tseslint.config(
  { ignores: ["dist", "src/api/schema.ts"] },
  js.configs.recommended,
  ...tseslint.configs.strict,
  jsxA11y.flatConfigs.strict,
  { files: ["*.js"], languageOptions: { globals: globals.node } },
  {
    files: ["src/**/*.{ts,tsx}"],
    languageOptions: { globals: globals.browser },
    plugins: { "react-hooks": reactHooks },
    rules: {
      ...reactHooks.configs.recommended.rules,
      // Whoever opens a panel means to type in it: our fields take the focus there, a page's own never do.
      "jsx-a11y/no-autofocus": ["error", { ignoreNonDOM: true }],
      // A panel hears Escape and Ctrl+Enter of whatever is typed in it; presses belong to buttons.
      "jsx-a11y/no-noninteractive-element-interactions": [
        "error",
        { handlers: ["onClick", "onMouseDown", "onMouseUp", "onKeyPress", "onKeyUp"] },
      ],
      "no-console": "error",
      eqeqeq: "error",
    },
  },
);
