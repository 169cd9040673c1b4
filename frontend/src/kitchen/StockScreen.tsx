/** What the kitchen has on hand: bottles, jars and lids, canners. */
import { Box, Flex, Heading, Link } from "@chakra-ui/react";
import { NavLink, useParams } from "react-router";
import type { Refusal } from "../api/client";
import { useStock, useStockChange } from "../api/queries";
import { Sentence } from "../parts/Sentence";
import { CannersPart } from "./CannersPart";
import { HobPart } from "./HobPart";
import { JarsPart } from "./JarsPart";
import { VinegarPart } from "./VinegarPart";

const PARTS = [
  ["vinegar", "Vinegar"],
  ["jars", "Jars and lids"],
  ["canners", "Canners"],
] as const;

export function KitchenParts() {
  return (
    <Flex as="nav" aria-label="Parts of the kitchen" gap="2" mb="5" wrap="wrap">
      {[["", "Where and how"] as const, ...PARTS].map(([to, says]) => (
        <Link
          asChild
          key={to}
          px="3"
          py="2"
          borderWidth="2px"
          borderColor="ink"
          borderRadius="sm"
          fontWeight="650"
          css={{ "&.active": { bg: "ink", color: "whey.50" } }}
        >
          <NavLink to={to ? `/kitchen/${to}` : "/kitchen"} end>
            {says}
          </NavLink>
        </Link>
      ))}
    </Flex>
  );
}

export function StockScreen() {
  const { part } = useParams();
  const stock = useStock();
  const change = useStockChange();
  const name = PARTS.find(([one]) => one === part)?.[1];
  if (!name) return <Sentence>There is no such part of the kitchen. Choose one from the bar.</Sentence>;
  const refused = (change.error ?? stock.error) as Refusal | null;
  return (
    <Box maxW="64rem">
      <KitchenParts />
      <Heading as="h1" fontSize="2xl" fontWeight="700" mb="3">
        {name}
      </Heading>
      {refused && <Sentence mb="4">{refused.message}</Sentence>}
      {stock.data && part === "vinegar" && <VinegarPart stock={stock.data} change={change} />}
      {stock.data && part === "jars" && <JarsPart stock={stock.data} change={change} />}
      {stock.data && part === "canners" && <CannersPart stock={stock.data} change={change} />}
      {stock.data && part === "canners" && <HobPart />}
    </Box>
  );
}
