import js from "@eslint/js";
import reactHooks from "eslint-plugin-react-hooks";
import { defineConfig, globalIgnores } from "eslint/config";
import globals from "globals";
import tseslint from "typescript-eslint";

export default defineConfig(
  globalIgnores(["build", ".react-router", "test-results", "data", "node_modules"]),
  js.configs.recommended,
  {
    files: ["**/*.{ts,tsx}"],
    extends: [tseslint.configs.strictTypeChecked, reactHooks.configs.flat.recommended],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      // Indexing a column within its length is what the core does all day; the compiler's own check is kept on.
      "@typescript-eslint/no-non-null-assertion": "off",
      "@typescript-eslint/restrict-template-expressions": ["error", { allowNumber: true }],
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", varsIgnorePattern: "^_" }],
      "@typescript-eslint/no-unnecessary-type-parameters": "off",
      "@typescript-eslint/only-throw-error": ["error", { allow: [{ from: "lib", name: "Response" }] }],
      // Such an import would be of the whole module, its calculation with it.
      "@typescript-eslint/no-import-type-side-effects": "error",
      // The virtual table hands out functions on purpose.
      "react-hooks/incompatible-library": "off",
    },
  },
  {
    // The reference library types its parameters as classes that nobody makes instances of.
    files: ["**/*.test.ts"],
    rules: { "@typescript-eslint/no-unsafe-class-instance-assignment": "off" },
  },
  { files: ["**/*.{js,mjs,cjs}"], languageOptions: { globals: globals.node } },
);
