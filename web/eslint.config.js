import a11y from "eslint-plugin-jsx-a11y";
import hooks from "eslint-plugin-react-hooks";
import { defineConfig } from "eslint/config";
import ts from "typescript-eslint";

export default defineConfig(
  { ignores: ["dist", "src/api/schema.ts", "src/api/bounds.ts", "bounds.js"] },
  ts.configs.strict,
  a11y.flatConfigs.strict,
  hooks.configs.flat.recommended,
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
