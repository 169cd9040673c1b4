/** A labelled field for a figure or a few words, and a labelled choice: the same everywhere. */
import { Field, Input, NativeSelect, Text } from "@chakra-ui/react";
import { type ReactNode, useId } from "react";

interface FigureProps {
  label: string;
  value: string;
  onChange: (value: string) => void;
  hint?: ReactNode;
  placeholder?: string;
  words?: boolean;
  /** A figure in the unit of the label, or with another unit of its kind. */
  amount?: keyof typeof SUCH_AS;
  type?: "text" | "date";
}

const SUCH_AS = { volume: "or 3 1/4 cups", mass: "or 1 lb 2 oz", length: "or 5 3/4 in" } as const;

export function Figure({ label, value, onChange, hint, placeholder, words, amount, type = "text" }: FigureProps) {
  return (
    <Field.Root>
      <Field.Label fontSize="sm">{label}</Field.Label>
      <Input
        type={type}
        inputMode={words || amount || type === "date" ? undefined : "decimal"}
        value={value}
        placeholder={placeholder ?? (amount && SUCH_AS[amount])}
        onChange={(event) => onChange(event.target.value)}
        bg="whey.50"
        borderColor="ink"
        borderWidth="2px"
        minH="11"
        autoComplete="off"
      />
      {hint && (
        <Text fontSize="xs" color="ink.soft">
          {hint}
        </Text>
      )}
    </Field.Root>
  );
}

interface ChooseProps {
  label: string;
  value: string;
  onChange: (value: string) => void;
  options: readonly (readonly [string, string])[];
}

export function Choose({ label, value, onChange, options }: ChooseProps) {
  const id = useId();
  return (
    <Field.Root>
      <Field.Label fontSize="sm" htmlFor={id}>
        {label}
      </Field.Label>
      <NativeSelect.Root>
        <NativeSelect.Field
          id={id}
          bg="whey.50"
          borderColor="ink"
          borderWidth="2px"
          minH="11"
          value={value}
          onChange={(event) => onChange(event.target.value)}
        >
          {options.map(([option, says]) => (
            <option key={option} value={option}>
              {says}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </Field.Root>
  );
}

/** A figure as typed, with point or comma; null for an empty field, NaN for what is no figure. */
export function numberOf(text: string | undefined): number | null {
  const clean = (text ?? "").trim().replace(",", ".");
  return clean === "" ? null : /^\d*\.?\d+$/.test(clean) ? Number(clean) : Number.NaN;
}

/** An amount as typed: a plain figure as such, anything else as text for the server to read; null for an empty field. */
export function amountOf(text: string | undefined): number | string | null {
  const value = numberOf(text);
  return Number.isNaN(value) ? (text ?? "").trim() : value;
}
