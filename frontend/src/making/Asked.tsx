/** What there is: baskets line by line, then whatever else may limit it, and the jars. */
import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Plan } from "../api/client";
import { useJars, useKitchen, useStock } from "../api/queries";
import { useDraft } from "../draft/useDraft";
import { Choose, Figure } from "../parts/Figure";
import { Fold } from "../parts/Fold";
import { Tap } from "../parts/Tap";
import { Part } from "./Part";
import { Limits } from "./Pictures";
import { ScaleBox } from "./ScaleBox";
import { TrimRecordBox } from "./TrimRecordBox";
import { FIGURES, MORE_FIGURES, type Typed } from "./wish";

const SMALL = /\s*\b(?:small|damaged|bruised)\b/i;

export function Asked({
  plan,
  typed,
  setTyped,
}: {
  plan: Plan | undefined;
  typed: Typed;
  setTyped: (change: (now: Typed) => Typed) => void;
}) {
  const jars = useJars().data?.jars ?? [];
  const stock = useStock().data?.stock;
  const [weighing, setWeighing] = useState<number | null>(null);
  // The scale that ships is a made-up one: it belongs to the demo kitchen alone.
  const demo = useKitchen().data?.demo ?? false;
  const replace = useDraft((hold) => hold.replace);
  const produce = plan?.lines.filter((line) => line.role === "produce" && line.goes === "batch") ?? [];
  const figure = (name: string, [label, amount]: readonly [string, ("volume" | "mass" | "length")?]) => (
    <Figure
      key={name}
      label={label}
      amount={amount}
      value={typed.figures[name] ?? ""}
      onChange={(value) => setTyped((now) => ({ ...now, figures: { ...now.figures, [name]: value } }))}
    />
  );
  const basket = (line: number, amount: string) =>
    setTyped((now) => ({ ...now, baskets: { ...now.baskets, [line]: amount } }));
  const source = (line: number, part: { of?: string; picked?: string }) =>
    setTyped((now) => ({
      ...now,
      sources: { ...now.sources, [line]: { of: "", picked: "", ...now.sources?.[line], ...part } },
    }));
  /** Says in the line itself which weight it gives. */
  const meant = (line: number, says: string) => {
    const written = (text: string) =>
      text
        .split("\n")
        .map((row, index) => (index === line - 1 ? `${row.trimEnd()} (${says})` : row))
        .join("\n");
    replace((now) => ({ text: written(now.text) }), `the weight ${says}`);
    setTyped((now) => ({ ...now, of: written(now.of) }));
  };
  const mine = jars.filter((jar) => jar.own || (stock?.jars[jar.id] ?? 0) > 0 || jar.id in typed.jars);
  const rest = jars.filter((jar) => !mine.includes(jar));
  const use = (id: string, count: string | null) =>
    setTyped((now) => {
      const { [id]: _old, ...others } = now.jars;
      return { ...now, jars: count === null ? others : { ...others, [id]: count } };
    });
  return (
    <Box>
      <Part title="In the basket">
        {produce.map((line) => {
          const trim = plan?.baskets.find((one) => one.line === line.line);
          return (
            <Box key={line.line} mb="3">
              <Flex gap="2" align="end">
                <Box flex="1">
                  <Figure
                    words
                    label={line.name}
                    value={typed.baskets[line.line] ?? ""}
                    placeholder="4.9 kg less 510 g"
                    onChange={(value) => basket(line.line, value)}
                  />
                </Box>
                {demo && (
                  <Tap
                    aria-label={`Weigh the ${line.name}`}
                    aria-expanded={weighing === line.line}
                    onClick={() => setWeighing((now) => (now === line.line ? null : line.line))}
                  >
                    Weigh
                  </Tap>
                )}
              </Flex>
              {line.either && (
                <Flex gap="2" mt="1" align="center" wrap="wrap" data-either={line.line}>
                  <Text fontSize="sm" flexBasis="100%">
                    The recipe's weight of it is meant
                  </Text>
                  <Tap size="sm" onClick={() => meant(line.line, "as bought")}>
                    as bought
                  </Tap>
                  <Tap size="sm" onClick={() => meant(line.line, "prepared weight")}>
                    when prepared
                  </Tap>
                </Flex>
              )}
              {trim && trim.trim.low < 0.97 && (
                <Flex as="label" gap="2" align="center" fontSize="sm" minH="9">
                  <input
                    type="checkbox"
                    checked={SMALL.test(typed.baskets[line.line] ?? "")}
                    onChange={(event) =>
                      basket(
                        line.line,
                        `${(typed.baskets[line.line] ?? "").replace(SMALL, "").trimEnd()}${event.target.checked ? " small" : ""}`,
                      )
                    }
                    style={{ width: "20px", height: "20px" }}
                  />
                  small or damaged: more is cut away
                </Flex>
              )}
              {trim && (
                <Text fontSize="xs" color="ink.soft" mt="1" data-trim="">
                  {trim.trim.baskets
                    ? `${Math.round(trim.trim.mid * 100)} % left after trimming, by ${trim.trim.baskets === 1 ? "your one basket" : `${trim.trim.baskets} baskets of yours`}: `
                    : `${Math.round(trim.trim.low * 100)} to ${Math.round(trim.trim.high * 100)} % left after trimming: `}
                  {(trim.left[0] ?? 0).toFixed(0)} to {(trim.left[1] ?? 0).toFixed(0)} g to use.
                </Text>
              )}
              {(typed.baskets[line.line] ?? "").trim() !== "" && (
                <Flex gap="2" mt="1" align="end">
                  <Box flex="1">
                    <Figure
                      words
                      label={`Whose ${line.name}, from where`}
                      value={typed.sources?.[line.line]?.of ?? ""}
                      onChange={(of) => source(line.line, { of })}
                    />
                  </Box>
                  <Box w="9.5rem">
                    <Figure
                      type="date"
                      label="Picked on"
                      value={typed.sources?.[line.line]?.picked ?? ""}
                      onChange={(picked) => source(line.line, { picked })}
                    />
                  </Box>
                </Flex>
              )}
              {weighing === line.line && demo && (
                <Box mt="2">
                  <ScaleBox
                    of={line.name}
                    onUse={(amount) => {
                      basket(line.line, amount);
                      setWeighing(null);
                    }}
                  />
                </Box>
              )}
            </Box>
          );
        })}
        {produce.length > 0 && <TrimRecordBox names={produce.map((line) => line.name)} />}
      </Part>
      {plan && plan.limits.length > 0 && (
        <Part title="What limits it">
          <Limits plan={plan} />
        </Part>
      )}
      <Part title="Or else">
        <Grid templateColumns="1fr 1fr" gap="2">
          {Object.entries(FIGURES).map(([name, label]) => figure(name, label))}
        </Grid>
        {(stock?.bottles.length ?? 0) > 0 && (
          <Flex as="label" gap="2" mt="3" align="center" minH="11">
            <input
              type="checkbox"
              checked={typed.fromBottles}
              onChange={(event) => setTyped((now) => ({ ...now, fromBottles: event.target.checked }))}
              style={{ width: "22px", height: "22px" }}
            />
            No more than the bottles hold
          </Flex>
        )}
        {(stock?.canners.length ?? 0) > 1 && (
          <Choose
            label="Canner"
            value={typed.canner}
            onChange={(value) => setTyped((now) => ({ ...now, canner: value }))}
            options={[["", "the usual one"], ...(stock?.canners.map((one) => [one.id, one.title] as const) ?? [])]}
          />
        )}
      </Part>
      <Part title="Jars to use">
        {mine.map((jar) => (
          <Flex key={jar.id} gap="2" align="end" mb="2" data-jar={jar.id}>
            <Flex as="label" gap="2" align="center" flex="1" minH="11">
              <input
                type="checkbox"
                checked={jar.id in typed.jars}
                onChange={(event) => use(jar.id, event.target.checked ? String(stock?.jars[jar.id] ?? "") : null)}
                style={{ width: "22px", height: "22px" }}
              />
              <span>
                {jar.title}
                {stock?.jars[jar.id] !== undefined ? `, ${stock.jars[jar.id]} there` : ""}
              </span>
            </Flex>
            {jar.id in typed.jars && (
              <Box w="7rem">
                <Figure
                  label={`How many ${jar.title}`}
                  value={typed.jars[jar.id] ?? ""}
                  onChange={(value) => use(jar.id, value)}
                />
              </Box>
            )}
          </Flex>
        ))}
        <Choose
          label="Another size"
          value=""
          onChange={(id) => id && use(id, "")}
          options={[["", "choose"], ...rest.map((jar) => [jar.id, jar.title] as const)]}
        />
      </Part>
      <Fold title="Pieces, pan and stick">
        <Grid templateColumns="1fr 1fr" gap="2" mt="2">
          {Object.entries(MORE_FIGURES).map(([name, label]) => figure(name, label))}
        </Grid>
      </Fold>
    </Box>
  );
}
