import hooks from "eslint-plugin-react-hooks";
import { defineConfig } from "eslint/config";
import tseslint from "typescript-eslint";

export default defineConfig(
  { ignores: ["src/api/schema.ts", "dist"] },
  tseslint.configs.strict,
  hooks.configs.flat["recommended-latest"],
);
