/** Rheum's look in one place: colours, type, spacing and the recipes built on them. docs/look.md says why. */
import { createSystem, defaultConfig, defineConfig, defineRecipe } from "@chakra-ui/react";
import { benchCss } from "./bench";
import { PALETTE } from "./palette";

export const tap = defineRecipe({
  base: {
    display: "inline-flex",
    alignItems: "center",
    justifyContent: "center",
    gap: "2",
    fontFamily: "heading",
    fontWeight: "650",
    lineHeight: "1.15",
    borderRadius: "sm",
    borderWidth: "2px",
    borderColor: "ink",
    cursor: "pointer",
    textAlign: "center",
    whiteSpace: "normal",
    _focusVisible: { outline: "3px solid {colors.mustard.600}", outlineOffset: "2px" },
    _disabled: { opacity: 0.45, cursor: "not-allowed" },
  },
  variants: {
    variant: {
      solid: { bg: "ink", color: "whey.50", _hover: { bg: "ink.soft" } },
      outline: { bg: "transparent", color: "ink", _hover: { bg: "whey.200" } },
      quiet: {
        bg: "transparent",
        color: "ink",
        borderColor: "transparent",
        textDecoration: "underline",
        textUnderlineOffset: "3px",
        _hover: { bg: "whey.200" },
      },
      warn: { bg: "mustard.100", color: "ink", borderColor: "mustard.700", _hover: { bg: "mustard.200" } },
    },
    size: {
      sm: { fontSize: "sm", px: "3", py: "1.5", minH: "9" },
      md: { fontSize: "md", px: "4", py: "2", minH: "11" },
      lg: { fontSize: "lg", px: "6", py: "3", minH: "14" },
      stove: { fontSize: { base: "2xl", md: "3xl" }, px: "6", py: "5", minH: { base: "24", md: "28" }, width: "100%" },
    },
  },
  defaultVariants: { variant: "outline", size: "md" },
});

const config = defineConfig({
  conditions: { dark: ".dark &" },
  globalCss: {
    "html.dark": { colorScheme: "dark" },
    "html, body": { bg: "whey.100", color: "ink", fontFamily: "body", fontSize: "16px" },
    "::selection": { bg: "mustard.200" },
    "*:focus-visible": { outline: "3px solid {colors.mustard.600}", outlineOffset: "2px" },
    "*, *::before, *::after": { _motionReduce: { transition: "none !important", animation: "none !important" } },
    ...benchCss,
    // While ? is held, each button shows its key.
    "[data-keys=shown] [data-key]": { position: "relative" },
    "[data-keys=shown] [data-key]::after": {
      content: "attr(data-key)",
      position: "absolute",
      top: "-2px",
      right: "-2px",
      bg: "mustard.200",
      color: "ink",
      borderWidth: "1px",
      borderColor: "ink",
      borderRadius: "sm",
      px: "1",
      fontSize: "xs",
      fontWeight: 700,
      lineHeight: "1.3",
    },
    // On paper only the list that was asked for.
    "body:has([data-paper]) *": { _print: { visibility: "hidden" } },
    "[data-paper], [data-paper] *": { _print: { visibility: "visible !important" } },
    "[data-paper]": { _print: { position: "absolute", left: "0", top: "0", width: "100%", margin: "0" } },
    "[data-paper] button": { _print: { display: "none !important" } },
  },
  theme: {
    tokens: {
      fonts: {
        heading: { value: "'Bricolage Grotesque Variable', system-ui, sans-serif" },
        body: { value: "'Bricolage Grotesque Variable', system-ui, sans-serif" },
        recipe: { value: "'Literata Variable', Georgia, serif" },
      },
    },
    semanticTokens: {
      colors: PALETTE,
    },
  },
});

export const system = createSystem(defaultConfig, config);
