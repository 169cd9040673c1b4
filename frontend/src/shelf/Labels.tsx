/** Labels for a batch's jars or for one: which sheet, where it is begun, gift words; seen as they are printed. */
import { Box, Checkbox, Flex, Heading, Input, Link, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { Link as RouterLink, useSearchParams } from "react-router";
import { api } from "../api/client";
import { useRevision } from "../api/queries";
import { useFollowed } from "../draft/follow";
import { Pages } from "../making/WallSheet";
import { Choose } from "../parts/Figure";
import { Fold } from "../parts/Fold";
import { Sentence } from "../parts/Sentence";

/** A sheet as this kitchen has it, by its measures; "" for those of the usual one. */
interface Wish {
  sheet: string;
  first: string;
  gift: string;
  address: string;
  own: Record<string, string>;
}

const FRESH: Wish = { sheet: "a4-24", first: "1", gift: "", address: "", own: {} };
const OWN = [
  ["x", "First corner from the left"],
  ["y", "First corner from the top"],
  ["columns", "Columns"],
  ["rows", "Rows"],
  ["pitch_x", "Corner to corner, across"],
  ["pitch_y", "Corner to corner, down"],
  ["wide", "A label's width"],
  ["high", "A label's height"],
  ["shift_x", "Printed too far left by"],
  ["shift_y", "Printed too high by"],
] as const;

const isWish = (body: unknown): body is Wish =>
  typeof body === "object" && body !== null && typeof (body as Wish).sheet === "string" && "own" in body;

export function Labels() {
  const [search, setSearch] = useSearchParams();
  const [wish, setWish] = useFollowed<Wish>("labels", FRESH, isWish);
  const revision = useRevision();
  const sheets = useQuery({
    queryKey: ["label-sheets"],
    queryFn: api.labelSheets,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const batch = search.get("batch") ?? "";
  const jars = search.get("jars") ?? "";
  const frames = search.get("frames") === "1";
  const asked = Object.fromEntries(
    Object.entries({
      batch,
      jars,
      sheet: wish.sheet,
      first: wish.first,
      gift: wish.gift,
      address: wish.address,
      ...wish.own,
      ...(frames ? { frames: "1" } : {}),
    }).filter(([, value]) => value !== ""),
  );
  const query = new URLSearchParams(asked).toString();
  const drawn = useQuery({
    queryKey: ["labels", query, revision],
    queryFn: () => api.labels(asked),
    placeholderData: (old) => old,
    retry: false,
  });
  const set = (part: Partial<Wish>) => setWish((now) => ({ ...now, ...part }));
  const chosen = sheets.data?.sheets.find((sheet) => sheet.id === wish.sheet);
  const places = (chosen?.columns ?? 1) * (chosen?.rows ?? 1);
  const back = batch || jars.split(",")[0]?.replace(/-\d+$/, "") || "";
  return (
    <Box>
      <Flex gap="3" align="end" wrap="wrap" mb="3">
        <Heading as="h1" fontSize="2xl" fontWeight="700" flex={{ base: "1 1 100%", md: "1" }}>
          Labels
        </Heading>
        <Link href={`/api/labels.pdf?${query}`} textDecoration="underline" fontSize="lg" fontWeight="650">
          Save as PDF
        </Link>
        <Link asChild textDecoration="underline">
          <RouterLink to={back ? `/shelf/${back}` : "/shelf"}>Back to the jars</RouterLink>
        </Link>
      </Flex>
      <Flex gap="3" wrap="wrap" align="end" mb="2">
        <Box w="19rem" maxW="100%">
          <Choose
            label="The sheet"
            value={wish.sheet}
            onChange={(sheet) => set({ sheet, own: {} })}
            options={(sheets.data?.sheets ?? []).map((sheet) => [sheet.id, sheet.title] as const)}
          />
        </Box>
        <Box>
          <Text fontSize="sm">First free place, of {places}</Text>
          <Input
            aria-label="First free place"
            inputMode="numeric"
            w="24"
            bg="whey.50"
            borderColor="ink"
            value={wish.first}
            onChange={(event) => set({ first: event.target.value })}
          />
        </Box>
        <Box>
          <Text fontSize="sm">Words for a gift</Text>
          <Input
            aria-label="Words for a gift"
            w="16rem"
            maxLength={80}
            bg="whey.50"
            borderColor="ink"
            value={wish.gift}
            onChange={(event) => set({ gift: event.target.value })}
          />
        </Box>
        <Checkbox.Root
          checked={frames}
          onCheckedChange={(details) =>
            setSearch((now) => {
              const next = new URLSearchParams(now);
              if (details.checked === true) next.set("frames", "1");
              else next.delete("frames");
              return next;
            })
          }
        >
          <Checkbox.HiddenInput />
          <Checkbox.Control borderColor="ink" bg="whey.50" />
          <Checkbox.Label>Frames, for a test on plain paper</Checkbox.Label>
        </Checkbox.Root>
      </Flex>
      <Fold title="Another sheet, a printer that is off, another address" mb="3" fontSize="sm">
        <Flex gap="3" wrap="wrap" mt="2">
          {OWN.map(([name, says]) => (
            <Box key={name} w="11rem">
              <Text fontSize="sm">{says}</Text>
              <Input
                aria-label={says}
                inputMode="decimal"
                placeholder={String(chosen?.[name] ?? "")}
                bg="whey.50"
                borderColor="ink"
                value={wish.own[name] ?? ""}
                onChange={(event) => set({ own: { ...wish.own, [name]: event.target.value } })}
              />
            </Box>
          ))}
          <Box w="20rem">
            <Text fontSize="sm">Where a phone finds this kitchen</Text>
            <Input
              aria-label="Where a phone finds this kitchen"
              placeholder={location.origin}
              bg="whey.50"
              borderColor="ink"
              value={wish.address}
              onChange={(event) => set({ address: event.target.value })}
            />
          </Box>
        </Flex>
        <Text mt="2">
          All in millimetres. The code on a label holds that address: choose one that the phone by the shelf can reach.
        </Text>
      </Fold>
      {drawn.error && <Sentence mb="3">{drawn.error.message}</Sentence>}
      {drawn.isPending && <Text role="status">Drawing the labels …</Text>}
      {drawn.data && !drawn.error && (
        <>
          <Text fontSize="sm" mb="2">
            {drawn.data.pages.length === 1 ? "One sheet." : `${drawn.data.pages.length} sheets.`} Print at 100 %, first
            with frames on plain paper, and hold it against a sheet of labels.
          </Text>
          <Pages pages={drawn.data.pages} />
        </>
      )}
    </Box>
  );
}
