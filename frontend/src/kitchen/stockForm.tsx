/** What the parts of the kitchen share: typed figures, a card, a count that is saved when it is left. */
import { Box } from "@chakra-ui/react";
import { type ReactNode, useRef, useState } from "react";
import { newId, type Stock } from "../api/client";
import type { useStockChange } from "../api/queries";
import { useFollowed } from "../draft/follow";
import { amountOf, Figure, numberOf } from "../parts/Figure";

export type Change = ReturnType<typeof useStockChange>;
export interface PartProps {
  stock: Stock;
  change: Change;
}

/** A form of typed figures; what is no figure goes to the server as it is refused there, or is kept back here. */
export function useTyped<T extends Record<string, string>>(name: string, start: T) {
  const isForm = (body: unknown): body is T =>
    typeof body === "object" && body !== null && Object.keys(start).every((key) => key in body);
  const [typed, setTyped] = useFollowed<T>(`kitchen-${name}`, start, isForm);
  const id = useRef(newId());
  return {
    typed,
    set: (name: keyof T) => (value: string) => setTyped((now) => ({ ...now, [name]: value })),
    figure: (name: keyof T) => numberOf(typed[name]),
    amount: (name: keyof T) => amountOf(typed[name]),
    /** What must be there; where it is no figure the server says so. */
    theFigure: (name: keyof T) => numberOf(typed[name]) ?? Number.NaN,
    theAmount: (name: keyof T) => amountOf(typed[name]) ?? Number.NaN,
    /** Whether something stands in each of these. */
    said: (...names: (keyof T)[]) => names.every((name) => (typed[name] ?? "").trim() !== ""),
    ready: (...names: (keyof T)[]) =>
      names.every((name) => {
        const value = numberOf(typed[name]);
        return value !== null && !Number.isNaN(value);
      }),
    id,
    fill: (values: Partial<T>) => setTyped({ ...start, ...values }),
    again: () => {
      id.current = newId();
      setTyped(start);
    },
  };
}

export function Card({ children, ...rest }: { children: ReactNode; "data-bottle"?: string; "data-canner"?: string }) {
  return (
    <Box bg="whey.50" borderWidth="2px" borderColor="ink" borderRadius="sm" p="3" {...rest}>
      {children}
    </Box>
  );
}

/** A count that is saved when it is left. */
export function Count({ label, value, onSave }: { label: string; value: number; onSave: (count: number) => void }) {
  const [typed, setTyped] = useState<string | null>(null);
  const text = typed ?? String(value);
  const bad = !/^\d{1,5}$/.test(text.trim());
  return (
    <Box
      onBlur={() => {
        if (typed !== null && !bad && Number(text) !== value) onSave(Number(text));
        if (!bad) setTyped(null);
      }}
    >
      <Figure label={label} value={text} onChange={setTyped} hint={bad ? "A whole number, please." : undefined} />
    </Box>
  );
}
