/** The frame around every screen: where one is, and the ways to the others; a rail on a laptop, a bar under the thumb on a phone. */
import { Box, Flex, Link, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { type ReactNode, useEffect } from "react";
import { NavLink, useLocation } from "react-router";
import { listen } from "../api/news";
import { useKitchen } from "../api/queries";
import { useBenchFollows } from "../draft/useBenchFollows";
import { Alarm, MayRing } from "../stove/Alarm";
import { NearestClock } from "../stove/NearestClock";
import { Away } from "./Away";
import { Keys } from "./Keys";
import { SecondLooks } from "./SecondLooks";
import { useTitle } from "./useTitle";

const PLACES = [
  {
    to: "/today",
    word: "Today",
    path: "M16 3a13 13 0 1 0 0 26a13 13 0 1 0 0-26zM16 6a10 10 0 1 1 0 20a10 10 0 1 1 0-20zM15 9h2v7l5 4-1.300 1.600-5.700-4.600z",
  },
  { to: "/bench", word: "Bench", path: "M4 18h24v3H4zM6 21h3v8H6zM23 21h3v8h-3zM10 8h9l3 3v7H10z" },
  {
    to: "/recipes",
    wide: true,
    word: "Recipes",
    path: "M5 4h17l5 5v19H5zM9 11h12v2H9zM9 16h14v2H9zM9 21h10v2H9z",
  },
  {
    to: "/stove",
    word: "Stove",
    path: "M5 14h22v13H5zM2 15h3v4H2zM27 15h3v4h-3zM8 11c0-3 3-3 3-7M15 11c0-3 3-3 3-7M22 11c0-3 3-3 3-7",
  },
  { to: "/shelf", word: "Shelf", path: "M2 25h28v3H2zM6 12h7v13H6zM7 8h5v3H7zM18 14h8v11h-8zM19 10h6v3h-6z" },
  { to: "/more", word: "More", path: "M4 7h24v4H4zM4 14h24v4H4zM4 21h24v4H4z" },
] as const;
/** What stands behind the one door; a phone has the recipes there too. */
const BEHIND = [
  "/kitchen",
  "/journal",
  "/reckoner",
  "/day",
  "/labels",
  "/trace",
  "/wrong",
  "/shelf/found",
  "/shelf/enter",
];

export function Frame({ children }: { children: ReactNode }) {
  const kitchen = useKitchen().data;
  const client = useQueryClient();
  useEffect(() => {
    listen(client);
  }, [client]);
  // Measuring is the Bench's other side.
  const place = useLocation().pathname;
  const measuring = place.startsWith("/measure");
  // At the stove nothing pushes the clock aside.
  const atStove = place.startsWith("/stove/");
  useBenchFollows();
  useTitle([...PLACES].reverse().find((one) => place.startsWith(one.to))?.word ?? "Rheum", place);
  return (
    <Flex minH="100dvh" direction={{ base: "column", md: "row" }}>
      <Link
        href="#main"
        position="absolute"
        left="-999px"
        _focus={{ left: "2", top: "2", bg: "whey.50", p: "2", zIndex: 20 }}
      >
        Skip to the screen
      </Link>
      <Flex
        as="nav"
        aria-label="Screens"
        order={{ base: 2, md: 0 }}
        position="sticky"
        bottom={{ base: 0, md: "auto" }}
        top={{ md: 0 }}
        zIndex="10"
        direction={{ base: "row", md: "column" }}
        h={{ md: "100dvh" }}
        w={{ base: "100%", md: "88px" }}
        bg="bar"
        color="bar.ink"
        _print={{ display: "none" }}
        py={{ base: 0, md: 4 }}
        gap={{ md: 1 }}
        css={{
          "& > a": { flex: { base: "1 1 0", md: "none" } },
          "& > a.wide": { display: { base: "none", md: "block" } },
        }}
      >
        <Text
          display={{ base: "none", md: "block" }}
          fontFamily="recipe"
          fontStyle="italic"
          fontSize="lg"
          textAlign="center"
          mb="4"
        >
          Rheum
        </Text>
        {PLACES.map((screen, at) => (
          <NavLink key={screen.to} to={screen.to} data-key={at + 1} className={"wide" in screen ? "wide" : undefined}>
            {({ isActive: here }) => {
              const behind = BEHIND.some((one) => place.startsWith(one));
              const isActive =
                (here && !behind) || (measuring && screen.to === "/bench") || (behind && screen.to === "/more");
              return (
                <Flex
                  direction="column"
                  align="center"
                  justify="center"
                  h={{ base: "58px", md: "72px" }}
                  gap="0.5"
                  bg={isActive ? "whey.100" : "transparent"}
                  color={isActive ? "ink" : "bar.ink"}
                  fontSize="xs"
                  fontWeight={isActive ? 700 : 500}
                  _hover={{ bg: isActive ? "whey.100" : "bar.hover" }}
                >
                  <svg
                    width="26"
                    height="26"
                    viewBox="0 0 32 32"
                    aria-hidden="true"
                    fill="currentColor"
                    stroke="currentColor"
                    strokeWidth="0.6"
                  >
                    <path d={screen.path} fillRule="evenodd" />
                  </svg>
                  {screen.word}
                </Flex>
              );
            }}
          </NavLink>
        ))}
        <Box mt={{ md: "auto" }}>
          <MayRing />
        </Box>
        <Text display={{ base: "none", md: "block" }} mt="2" fontSize="xs" textAlign="center" px="1" lineHeight="1.25">
          {kitchen?.known ? kitchen.name : ""}
          {kitchen?.demo ? (
            <Box as="span" display="block" opacity="0.8">
              demo, made up
            </Box>
          ) : null}
        </Text>
      </Flex>
      <Box
        as="main"
        id="main"
        flex="1"
        minW="0"
        px={{ base: 4, md: 6 }}
        pt={{ base: 4, md: 5 }}
        // Room for an alarm over the foot: the last button of a page can always be scrolled free.
        pb={{ base: 28, md: 20 }}
        maxW="1500px"
      >
        <Away />
        {/* Today has the clocks in its own first lines. */}
        {!place.startsWith("/stove") && place !== "/today" && <NearestClock />}
        {atStove && <NearestClock apart={place.slice("/stove/".length)} />}
        {!atStove && <SecondLooks />}
        {children}
      </Box>
      <Alarm />
      <Keys />
    </Flex>
  );
}
