/** The one button: a thumb-sized target with words that say what happens. */
import { chakra } from "@chakra-ui/react";
import { tap } from "../look/system";

export const Tap = chakra("button", tap, { defaultProps: { type: "button" } });
