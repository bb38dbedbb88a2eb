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
    extends: [tseslint.configs.strictTypeChecked],
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
      // They compare whole types wherever something is assigned, for enums and classes whose parameters are wrong: there are
      // none of the one and hardly any of the other.
      "@typescript-eslint/no-unsafe-class-instance-assignment": "off",
      "@typescript-eslint/no-unsafe-enum-assignment": "off",
      // Editors strike through what is deprecated; asking it of every tag takes a fifth of all linting.
      "@typescript-eslint/no-deprecated": "off",
    },
  },
  {
    files: ["app/**/*.{ts,tsx}"],
    extends: [reactHooks.configs.flat.recommended],
    // The virtual table hands out functions on purpose.
    rules: { "react-hooks/incompatible-library": "off" },
  },
  { files: ["**/*.{js,mjs,cjs}"], languageOptions: { globals: globals.node } },
);
