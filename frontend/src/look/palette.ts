/** Every colour with its meaning, for a light kitchen and a dark one: the same names, so that nothing else has to know which it is. */

const both = (light: string, dark: string) => ({ value: { base: light, _dark: dark } });

export const PALETTE = {
  // Paper and lines.
  whey: {
    50: both("#fbfbf3", "#242b25"),
    100: both("#f2f1e3", "#161b17"),
    200: both("#e5e3cf", "#303830"),
    300: both("#cfccb0", "#4a5347"),
    400: both("#8d8a6c", "#8f967f"),
  },
  ink: {
    DEFAULT: both("#1e2a22", "#eef0e2"),
    soft: both("#3a493e", "#ccd3c1"),
    faint: both("#586558", "#a9b3a2"),
  },
  // The bar of screens is dark in both.
  bar: { DEFAULT: both("#1e2a22", "#0d110e"), ink: both("#f2f1e3", "#eef0e2"), hover: both("#3a493e", "#303830") },
  // For the shelf.
  dill: {
    100: both("#dbe8d0", "#1f3524"),
    300: both("#a8c592", "#4f7a45"),
    600: both("#2c6a36", "#8fce8b"),
    700: both("#1f5029", "#b3e0ad"),
  },
  // For the refrigerator.
  frost: {
    100: both("#d8e6ee", "#183341"),
    300: both("#9dc0d4", "#3f6d88"),
    600: both("#235a7d", "#86c0e4"),
    700: both("#1a4561", "#add6ef"),
  },
  // Not at all.
  beet: {
    100: both("#f5dde4", "#401b29"),
    300: both("#d993a8", "#8d3f58"),
    600: both("#92224a", "#f293b1"),
    700: both("#741938", "#f8b9cc"),
  },
  // Look at this.
  mustard: {
    100: both("#f7ebca", "#3b3013"),
    200: both("#efd998", "#574618"),
    600: both("#a87008", "#e2ab3d"),
    700: both("#755000", "#f1ca76"),
  },
  // Whose pot it is: told apart from one another, and no verdict's colour. The number stands on each.
  batch: {
    1: both("#8f3f1d", "#e89c78"),
    2: both("#5b3f86", "#bca1ea"),
    3: both("#0f5f66", "#72c8cf"),
    4: both("#6d5713", "#d5ba60"),
    5: both("#4b5563", "#b5becd"),
  },
  brine: { 100: both("#eef0cf", "#2a3018"), 300: both("#d9dca0", "#5a6329") },
  shelf: { DEFAULT: { value: "{colors.dill.600}" }, wash: { value: "{colors.dill.100}" } },
  fridge: { DEFAULT: { value: "{colors.frost.600}" }, wash: { value: "{colors.frost.100}" } },
  discard: { DEFAULT: { value: "{colors.beet.600}" }, wash: { value: "{colors.beet.100}" } },
};
