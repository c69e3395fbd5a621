import hooks from "eslint-plugin-react-hooks";
import { defineConfig } from "eslint/config";
import tseslint from "typescript-eslint";

/** Files of some folders, and the folders they know nothing of. */
const walls = (folders, above) => ({
  files: folders.map((folder) => `src/${folder}/**`),
  rules: {
    "no-restricted-imports": [
      "error",
      { patterns: above.map((folder) => ({ group: [`**/${folder}/**`, `**/${folder}`] })) },
    ],
  },
});

export default defineConfig(
  { ignores: ["src/api/schema.ts", "dist"] },
  tseslint.configs.strict,
  hooks.configs.flat["recommended-latest"],
  // What can be read in one sitting.
  { rules: { "max-lines-per-function": ["error", { max: 200 }] } },
  // Places know the kinds, kinds the tools at the bench, tools the parts; never the other way.
  walls(["kinds"], ["places"]),
  walls(["tools", "figures"], ["places", "kinds"]),
  walls(["parts", "drawings"], ["places", "kinds", "tools", "figures"]),
  walls(["api"], ["places", "kinds", "tools", "figures", "parts", "drawings"]),
);
