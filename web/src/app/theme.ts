import {
  createSystem,
  defaultBaseConfig,
  defineConfig,
  defineRecipe,
  defineSlotRecipe,
} from "@chakra-ui/react";

import { colors } from "./colors";

/*
 * How everything looks. Only what Bluff uses is in the system: no default recipes or sizes. What it makes of the page
 * itself and of buttons is written into a style sheet when Bluff is built, as `look.ts` beside it says.
 */

const semanticColors = Object.fromEntries(
  Object.entries(colors).map(([name, { _light, _dark }]) => [name, { value: { base: _light, _dark } }]),
);

/** Quarters of a rem, for gaps and sizes. */
const STEPS = [0.5, 1, 1.5, 2, 2.5, 3, 3.5, 4, 5, 6, 7, 8, 9, 10, 11, 12, 14, 16, 20, 24, 28, 32];
const spacing = Object.fromEntries(STEPS.map((step) => [step, { value: `${step / 4}rem` }]));

/** What lies over what. */
const zIndex = {
  dropdown: { value: 1000 },
  banner: { value: 1200 },
  modal: { value: 1400 },
  toast: { value: 1700 },
};

const focus = { outline: "2px solid", outlineColor: "chalk", outlineOffset: "1px" };

const button = defineRecipe({
  base: {
    display: "inline-flex",
    alignItems: "center",
    justifyContent: "center",
    gap: "1.5",
    flexShrink: 0,
    fontWeight: 600,
    borderRadius: "3px",
    borderWidth: "1px",
    cursor: "pointer",
    whiteSpace: "nowrap",
    _focusVisible: focus,
    _disabled: { opacity: 0.45, cursor: "not-allowed" },
  },
  variants: {
    variant: {
      solid: { bg: "ink", color: "ground", borderColor: "ink", _hover: { _enabled: { bg: "faint" } } },
      outline: { bg: "raised", color: "ink", borderColor: "rule", _hover: { borderColor: "faint" } },
      plain: { bg: "transparent", color: "ink", borderColor: "transparent", _hover: { bg: "chalkWash" } },
    },
    size: {
      sm: { h: "28px", minW: "28px", px: "2", fontSize: "13px", "& svg": { boxSize: "15px" } },
      md: { h: "34px", minW: "34px", px: "3", fontSize: "14px", "& svg": { boxSize: "17px" } },
      lg: { h: "44px", minW: "44px", px: "4", fontSize: "16px", "& svg": { boxSize: "22px" } },
    },
  },
  defaultVariants: { variant: "outline", size: "sm" },
});

const field = {
  w: "full",
  bg: "raised",
  color: "ink",
  borderWidth: "1px",
  borderColor: "rule",
  borderRadius: "3px",
  px: "2",
  _placeholder: { color: "faint" },
  _focusVisible: { ...focus, outlineOffset: "-1px" },
  _invalid: { borderColor: "crayon" },
};

const input = defineRecipe({
  base: field,
  variants: {
    size: { sm: { h: "28px", fontSize: "14px" }, md: { h: "36px", fontSize: "17px" } },
  },
  defaultVariants: { size: "sm" },
});

const nativeSelect = defineSlotRecipe({
  slots: ["root", "field", "indicator"],
  base: {
    root: { position: "relative", w: "full" },
    field: { ...field, h: "28px", pe: "6", fontSize: "14px", appearance: "none" },
    indicator: {
      position: "absolute",
      insetEnd: "1",
      top: "50%",
      transform: "translateY(-50%)",
      pointerEvents: "none",
      color: "faint",
      boxSize: "16px",
    },
  },
});

const tabs = defineSlotRecipe({
  slots: ["root", "trigger", "list", "content", "contentGroup", "indicator"],
  base: {
    root: { display: "flex", flexDirection: "column", minH: 0, flex: 1 },
    list: {
      display: "flex",
      borderBottomWidth: "1px",
      borderColor: "rule",
      gap: "0.5",
      px: "3",
      flexShrink: 0,
    },
    trigger: {
      px: "2",
      h: "34px",
      fontSize: "14px",
      fontWeight: 600,
      color: "faint",
      cursor: "pointer",
      whiteSpace: "nowrap",
      borderBottomWidth: "3px",
      borderColor: "transparent",
      mb: "-1px",
      _selected: { color: "ink", borderColor: "chalk" },
      _focusVisible: focus,
    },
    content: { flex: 1, minH: 0, overflowY: "auto", _focusVisible: { outline: "none" } },
  },
});

const menu = defineSlotRecipe({
  slots: [
    "arrow",
    "arrowTip",
    "content",
    "contextTrigger",
    "indicator",
    "item",
    "itemCommand",
    "itemGroup",
    "itemGroupLabel",
    "itemIndicator",
    "itemText",
    "positioner",
    "separator",
    "trigger",
    "triggerItem",
  ],
  base: {
    content: {
      bg: "raised",
      color: "ink",
      borderWidth: "1px",
      borderColor: "faint",
      borderRadius: "3px",
      py: "1",
      minW: "220px",
      zIndex: 1000,
      _focusVisible: { outline: "none" },
    },
    item: {
      display: "block",
      px: "3",
      py: "1.5",
      fontSize: "14px",
      cursor: "pointer",
      _highlighted: { bg: "chalkWash" },
    },
  },
});

export const system = createSystem(
  defaultBaseConfig,
  defineConfig({
    preflight: true,
    cssVarsPrefix: "bluff",
    cssVarsRoot: ":where(html)",
    globalCss: {
      "html, body, #root": { height: "full" },
      body: {
        bg: "ground",
        color: "ink",
        fontFamily: "body",
        fontSize: "15px",
        lineHeight: 1.35,
        fontVariantNumeric: "tabular-nums lining-nums",
      },
      "*, *::before, *::after": { borderColor: "rule" },
    },
    theme: {
      breakpoints: { sm: "480px", md: "768px", lg: "1024px", xl: "1280px" },
      tokens: {
        spacing,
        sizes: { ...spacing, full: { value: "100%" } },
        zIndex,
        fonts: {
          body: { value: "'Sofia Sans Variable', sans-serif" },
          heading: { value: "'Sofia Sans Condensed Variable', sans-serif" },
          figure: { value: "'Sofia Sans Condensed Variable', sans-serif" },
        },
      },
      semanticTokens: { colors: semanticColors },
      recipes: { button, input },
      slotRecipes: { menu, nativeSelect, tabs },
    },
  }),
);
