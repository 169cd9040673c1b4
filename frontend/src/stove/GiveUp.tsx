/** Giving a batch up: thing by thing what goes back into the stock, and where filled jars go; by one press where nothing was told yet. */
import { Box, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Batch, Tap as Told } from "../api/client";
import { Choice } from "../parts/Choice";
import { Figure, numberOf } from "../parts/Figure";
import { Fold } from "../parts/Fold";
import { Tap } from "../parts/Tap";
import { unbroken } from "../parts/unbroken";

type Offer = NonNullable<Batch["give_up"]>["offers"][number];
const keyOf = (offer: Offer) => `${offer.what} ${offer.item_id}`;
const unit = (offer: Offer) => (offer.what === "bottle" ? " ml" : "");

const JARS_TO = [
  ["fridge", "In the refrigerator"],
  ["bin", "Thrown out"],
] as const;

interface Props {
  asked: NonNullable<Batch["give_up"]>;
  armed: boolean;
  tell: (event: Told) => void;
}

export function GiveUp({ asked, armed, tell }: Props) {
  const [kept, setKept] = useState<Record<string, boolean>>({});
  const [amounts, setAmounts] = useState<Record<string, string>>({});
  const [jarsTo, setJarsTo] = useState<"fridge" | "bin" | null>(null);
  const goesBack = (offer: Offer) => kept[keyOf(offer)] ?? offer.plainly;
  const amountOf = (offer: Offer) => numberOf(amounts[keyOf(offer)] ?? "") ?? offer.most;
  const back = asked.offers
    .filter(goesBack)
    .map((offer) => ({ what: offer.what, item_id: offer.item_id, amount: amountOf(offer) }));
  const sound = asked.offers.every((offer) => !goesBack(offer) || amountOf(offer) <= offer.most + 1e-6);
  const ready = armed && sound && (asked.jars === 0 || jarsTo !== null);
  // Jars that stood for a day: who says that they are in the refrigerator says that they were there all the while.
  const chilled = asked.asks_chilled !== "" && jarsTo === "fridge";
  const give = () =>
    tell({ kind: "given-up", back, jars_to: asked.jars > 0 ? jarsTo : null, ...(chilled ? { chilled: true } : {}) });
  if (asked.at_once)
    return (
      <Tap variant="quiet" size="sm" aria-disabled={!armed} onClick={give}>
        Begun by mistake: give it up, and all of it goes back
      </Tap>
    );
  return (
    <Fold title="Give this batch up">
      <Box mt="2" bg="whey.50" borderWidth="2px" borderColor="ink" borderRadius="sm" p="3" data-give-up="">
        {asked.offers.length > 0 && <Text fontWeight="650">What goes back?</Text>}
        {asked.offers.map((offer) => (
          <Flex key={keyOf(offer)} gap="3" align="center" wrap="wrap" mt="1">
            <Flex as="label" gap="2" align="center" minH="11" flex="1 1 16rem">
              <input
                type="checkbox"
                checked={goesBack(offer)}
                onChange={(event) => setKept((now) => ({ ...now, [keyOf(offer)]: event.target.checked }))}
                style={{ width: "22px", height: "22px", flex: "none" }}
              />
              <span>
                {offer.most.toFixed(0)}
                {unit(offer)} {offer.what === "bottle" ? "of " : ""}
                {unbroken(offer.says)}
                {offer.asks && (
                  <Text as="span" display="block" fontSize="sm" color="ink.soft">
                    {offer.asks}
                  </Text>
                )}
              </span>
            </Flex>
            {goesBack(offer) && offer.asks !== "" && (
              <Box w="8rem">
                <Figure
                  label={`How much goes back${unit(offer) ? ", ml" : ""}`}
                  value={amounts[keyOf(offer)] ?? offer.most.toFixed(0)}
                  onChange={(value) => setAmounts((now) => ({ ...now, [keyOf(offer)]: value }))}
                />
              </Box>
            )}
          </Flex>
        ))}
        {asked.jars > 0 && (
          <Box mt="3" role="radiogroup" aria-label="Where the filled jars go">
            <Text fontWeight="650">
              {asked.jars === 1 ? "1 filled jar" : `${asked.jars} filled jars`}, not processed: into the refrigerator
              today, or out.
            </Text>
            {asked.asks_chilled && <Text mt="1">{asked.asks_chilled}</Text>}
            <Flex gap="2" mt="1" wrap="wrap">
              <Choice of={JARS_TO} chosen={jarsTo} onChoose={setJarsTo} />
            </Flex>
          </Box>
        )}
        {!sound && <Text mt="2">No more can go back than the batch took.</Text>}
        <Tap mt="3" variant="warn" aria-disabled={!ready} onClick={() => ready && give()}>
          Give it up
        </Tap>
      </Box>
    </Fold>
  );
}
