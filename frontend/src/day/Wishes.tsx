/** When the day may begin or must be done, breaks, and who and what there is. */
import { Box, Checkbox, Flex, Input, NativeSelect, Text } from "@chakra-ui/react";
import { useStock } from "../api/queries";
import { Fold } from "../parts/Fold";
import { Tap } from "../parts/Tap";
import type { Asked } from "./asked";

interface Props {
  asked: Asked;
  set: (part: Partial<Asked>) => void;
}

function Hours({ label, value, onChange }: { label: string; value: string; onChange: (value: string) => void }) {
  return (
    <Box>
      <Text fontSize="sm">{label}</Text>
      <Input
        aria-label={label}
        type="time"
        w="32"
        bg="whey.50"
        borderColor="ink"
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
    </Box>
  );
}

interface CountProps {
  label: string;
  value: number | null;
  least?: number;
  most: number;
  onChange: (value: number | null) => void;
}

function Count({ label, value, least = 1, most, onChange }: CountProps) {
  return (
    <Box>
      <Text fontSize="sm">{label}</Text>
      <NativeSelect.Root w="24">
        <NativeSelect.Field
          aria-label={label}
          bg="whey.50"
          borderColor="ink"
          value={value ?? ""}
          onChange={(event) => onChange(event.target.value === "" ? null : Number(event.target.value))}
        >
          {value === null && <option value="">as ever</option>}
          {Array.from({ length: most - least + 1 }, (_, index) => index + least).map((figure) => (
            <option key={figure} value={figure}>
              {figure}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </Box>
  );
}

export function Wishes({ asked, set }: Props) {
  const canners = useStock().data?.stock.canners ?? [];
  const [first] = asked.breaks;
  return (
    <Box mb="3">
      <Flex gap="3" wrap="wrap" align="end">
        <Box>
          <NativeSelect.Root w="40" size="sm">
            <NativeSelect.Field
              aria-label="Begin or be done"
              borderColor="transparent"
              value={asked.mode}
              onChange={(event) =>
                set({
                  mode: event.target.value as Asked["mode"],
                  batches: asked.batches.map((batch) => ({ ...batch, later: 0 })),
                })
              }
            >
              <option value="start">Begin at</option>
              <option value="done">Be done by</option>
            </NativeSelect.Field>
            <NativeSelect.Indicator />
          </NativeSelect.Root>
          <Input
            aria-label="Day and hour"
            type="datetime-local"
            w="56"
            bg="whey.50"
            borderColor="ink"
            value={asked.at}
            onChange={(event) => event.target.value && set({ at: event.target.value })}
          />
        </Box>
        <Hours
          label="A break from"
          value={first?.from ?? ""}
          onChange={(from) => set({ breaks: [{ from, to: first?.to ?? "" }, ...asked.breaks.slice(1)] })}
        />
        <Hours
          label="to"
          value={first?.to ?? ""}
          onChange={(to) => set({ breaks: [{ from: first?.from ?? "", to }, ...asked.breaks.slice(1)] })}
        />
        <Count label="People" value={asked.people} most={4} onChange={(people) => set({ people: people ?? 1 })} />
      </Flex>
      <Fold title="Waking hours, burners, canners" mt="2" fontSize="sm">
        <Flex gap="3" wrap="wrap" align="end" mt="2">
          <Hours label="Up from" value={asked.awakeFrom} onChange={(awakeFrom) => awakeFrom && set({ awakeFrom })} />
          <Hours label="until" value={asked.awakeTo} onChange={(awakeTo) => awakeTo && set({ awakeTo })} />
          <Count
            label="Large burners"
            value={asked.large}
            least={0}
            most={6}
            onChange={(large) => set({ large, small: asked.small ?? 0 })}
          />
          <Count
            label="Small burners"
            value={asked.small}
            least={0}
            most={6}
            onChange={(small) => set({ small, large: asked.large ?? 0 })}
          />
          {asked.large !== null && (
            <Tap size="sm" variant="quiet" onClick={() => set({ large: null, small: null })}>
              the kitchen's own
            </Tap>
          )}
          {asked.breaks.slice(1).map((one, at) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a break has no other name
            <Text key={at}>
              and a break from {one.from} to {one.to}
            </Text>
          ))}
          {first?.from && first.to && (
            <Tap
              size="sm"
              variant="quiet"
              onClick={() => set({ breaks: [{ from: "", to: "" }, ...asked.breaks].slice(0, 6) })}
            >
              another break
            </Tap>
          )}
        </Flex>
        {canners.length > 0 && (
          <Flex gap="4" wrap="wrap" mt="2">
            {canners.map((canner) => (
              <Checkbox.Root
                key={canner.id}
                checked={asked.canners.includes(canner.id)}
                onCheckedChange={(details) =>
                  set({
                    canners:
                      details.checked === true
                        ? [...asked.canners, canner.id]
                        : asked.canners.filter((id) => id !== canner.id),
                  })
                }
              >
                <Checkbox.HiddenInput />
                <Checkbox.Control borderColor="ink" bg="whey.50" />
                <Checkbox.Label>{canner.title}</Checkbox.Label>
              </Checkbox.Root>
            ))}
            {asked.canners.length === 0 && <Text color="ink.soft">None ticked: every bath canner there is.</Text>}
          </Flex>
        )}
      </Fold>
    </Box>
  );
}
