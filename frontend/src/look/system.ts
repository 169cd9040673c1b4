/** Rheum's look in one place: colours, type, spacing and the recipes built on them. docs/look.md says why. */
import { createSystem, defaultConfig, defineConfig, defineRecipe } from "@chakra-ui/react";
import { benchCss } from "./bench";

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
  globalCss: {
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
      colors: {
        whey: {
          50: { value: "#fbfbf3" },
          100: { value: "#f2f1e3" },
          200: { value: "#e5e3cf" },
          300: { value: "#cfccb0" },
          400: { value: "#8d8a6c" },
        },
        dill: {
          100: { value: "#dbe8d0" },
          300: { value: "#a8c592" },
          600: { value: "#2c6a36" },
          700: { value: "#1f5029" },
        },
        frost: {
          100: { value: "#d8e6ee" },
          300: { value: "#9dc0d4" },
          600: { value: "#235a7d" },
          700: { value: "#1a4561" },
        },
        beet: {
          100: { value: "#f5dde4" },
          300: { value: "#d993a8" },
          600: { value: "#92224a" },
          700: { value: "#741938" },
        },
        mustard: {
          100: { value: "#f7ebca" },
          200: { value: "#efd998" },
          600: { value: "#a87008" },
          700: { value: "#755000" },
        },
        // Whose pot it is: told apart from one another, and no verdict's colour. The number stands on each.
        batch: {
          1: { value: "#8f3f1d" },
          2: { value: "#5b3f86" },
          3: { value: "#0f5f66" },
          4: { value: "#6d5713" },
          5: { value: "#4b5563" },
        },
        brine: { 100: { value: "#eef0cf" }, 300: { value: "#d9dca0" } },
      },
    },
    semanticTokens: {
      colors: {
        ink: { DEFAULT: { value: "#1e2a22" }, soft: { value: "#3a493e" }, faint: { value: "#586558" } },
        shelf: { DEFAULT: { value: "{colors.dill.600}" }, wash: { value: "{colors.dill.100}" } },
        fridge: { DEFAULT: { value: "{colors.frost.600}" }, wash: { value: "{colors.frost.100}" } },
        discard: { DEFAULT: { value: "{colors.beet.600}" }, wash: { value: "{colors.beet.100}" } },
      },
    },
  },
});

export const system = createSystem(defaultConfig, config);
