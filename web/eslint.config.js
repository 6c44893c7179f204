import imports from "eslint-plugin-import-x";
import a11y from "eslint-plugin-jsx-a11y";
import hooks from "eslint-plugin-react-hooks";
import globals from "globals";
import tseslint from "typescript-eslint";

export default tseslint.config(
  { ignores: ["dist", "src/api/schema.d.ts"] },
  ...tseslint.configs.strict,
  {
    files: ["src/**/*.{ts,tsx}"],
    ...a11y.flatConfigs.recommended,
  },
  {
    files: ["src/**/*.{ts,tsx}"],
    languageOptions: {
      globals: globals.browser,
      parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname },
    },
    plugins: { "react-hooks": hooks, "import-x": imports },
    settings: {
      "import-x/extensions": [".ts", ".tsx"],
      "import-x/parsers": { "@typescript-eslint/parser": [".ts", ".tsx"] },
      "import-x/resolver": { node: { extensions: [".ts", ".tsx"] } },
    },
    rules: {
      // A region that scrolls must be reachable by the keys that scroll it.
      "jsx-a11y/no-noninteractive-tabindex": [
        "error",
        { tags: ["main", "aside"], roles: ["tabpanel", "region"] },
      ],
      "react-hooks/rules-of-hooks": "error",
      "react-hooks/exhaustive-deps": "error",
      "@typescript-eslint/no-non-null-assertion": "off",
      "@typescript-eslint/no-floating-promises": "error",
      "@typescript-eslint/no-misused-promises": "error",
      "@typescript-eslint/switch-exhaustiveness-check": [
        "error",
        { considerDefaultExhaustiveForUnions: true },
      ],
      // Colours are the theme's (theme.css) or a thread's (mat/threads.ts).
      "no-restricted-syntax": [
        "error",
        { selector: "Literal[value=/#[0-9a-f]{6}\\b/i]", message: "Name the colour in theme.css." },
      ],
      "import-x/no-cycle": "error",
      "import-x/no-self-import": "error",
    },
  },
  { files: ["src/mat/threads.ts"], rules: { "no-restricted-syntax": "off" } },
);
