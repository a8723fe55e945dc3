import a11y from "eslint-plugin-jsx-a11y";
import hooks from "eslint-plugin-react-hooks";
import { defineConfig } from "eslint/config";
import ts from "typescript-eslint";

// The rules of React's compiler take nine tenths of the time: make trial asks for them too.
const react = process.env.TRIAL
  ? [hooks.configs.flat.recommended]
  : {
      plugins: { "react-hooks": hooks },
      rules: { "react-hooks/rules-of-hooks": "error", "react-hooks/exhaustive-deps": "warn" },
      linterOptions: { reportUnusedDisableDirectives: "off" },
    };

export default defineConfig(
  { ignores: ["dist", "src/api/schema.ts", "src/api/bounds.ts", "bounds.js"] },
  ts.configs.strict,
  a11y.flatConfigs.strict,
  react,
  {
    rules: {
      "@typescript-eslint/no-non-null-assertion": "off",
      "@typescript-eslint/no-unused-vars": ["error", { varsIgnorePattern: "^_" }],
      // A grid's cells take the pointer; its keys are handled by the grid itself.
      "jsx-a11y/label-has-associated-control": ["error", { controlComponents: ["Input", "Select", "TextArea"] }],
      "jsx-a11y/click-events-have-key-events": "off",
      "jsx-a11y/no-noninteractive-element-to-interactive-role": "off",
    },
  },
);
