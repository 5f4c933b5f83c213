import parser from "@typescript-eslint/parser";
import lingui from "eslint-plugin-lingui";

/** Attributes that are read, by the eye or aloud. */
const READ =
  "/^(alt|aria-description|aria-label|aria-roledescription|aria-valuetext|label|placeholder|text|title)$/";

/** Biome reads the code; this finds text that somebody sees and that is no message. */
export default [
  {
    files: ["src/**/*.{ts,tsx}"],
    ignores: ["**/*.test.*", "**/*.gen.ts", "src/device/fakeCaches.ts"],
    languageOptions: {
      parser,
      parserOptions: {
        projectService: true,
        tsconfigRootDir: import.meta.dirname,
        ecmaFeatures: { jsx: true },
      },
    },
    plugins: { lingui },
    rules: {
      "lingui/no-expression-in-message": "off",
      // What the rule below lets elements of HTML and SVG have, and texts with one word in them.
      "no-restricted-syntax": [
        "error",
        {
          selector: `JSXAttribute[name.name=${READ}] > Literal[value=/[A-Za-z]{2}/]`,
          message: "This is read: make it a message with t.",
        },
        {
          selector: `:matches(Property[key.name=${READ}], JSXAttribute[name.name=${READ}] > JSXExpressionContainer) > TemplateLiteral > TemplateElement[value.raw=/[A-Za-z]{2}/]`,
          message: "This is read: make it a message with t.",
        },
      ],
      "lingui/no-unlocalized-strings": [
        "error",
        {
          // What has no word in it, and what is a key, an address or a place in a drawing.
          ignore: ["^[^A-Za-z]*$", "^(?![A-Z])\\S+$", "^[MHLVZlv\\s]+$"],
          ignoreNames: [
            // Attributes of elements and of Chakra's that nobody reads.
            {
              regex: {
                pattern:
                  "^(DROP|PUPIL|TREATED|aria-keyshortcuts|aria-autocomplete|accept|autoComplete|className|content|css|d|from|key|path|pattern|points|queryKey|role|transform|unit|viewBox)$",
              },
            },
            {
              regex: {
                pattern:
                  "^(align|animation|aspect|bg|background|border|box|clip|color|columnGap|cursor|display|fill|filter|flex|font|gap|grid|inset|letterSpacing|line|mask|margin|max|min|outline|overflow|padding|position|preserve|size|stroke|template|text(Align|Wrap|Decoration|Transform|Overflow)|touchAction|transition|user|variant|vertical|white|word|z).*",
              },
            },
            { regex: { pattern: "^(m|p)[xytbse]?$|^[wh]$|^_" } },
          ],
          ignoreFunctions: [
            "*.closest",
            "*.get",
            "*.includes",
            "*.join",
            "*.piece",
            "*.postMessage",
            "*.querySelector",
            "*.runPython",
            "*.split",
            "*.startsWith",
            "Error",
            "RangeError",
            "Set",
            "TypeError",
            "fetch",
            "matchMedia",
            "piece",
          ],
          useTsTypes: true,
        },
      ],
    },
  },
];
