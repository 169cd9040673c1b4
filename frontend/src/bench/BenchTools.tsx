/** What can be done with the sheet as a whole: begin from a formula, open a file, keep it, write it out, compare, clear it. */
import { Flex, Menu, Portal } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { memo, useRef } from "react";
import { useNavigate } from "react-router";
import { api, newId, type WriteFormat } from "../api/client";
import { useChanged } from "../api/queries";
import { EXAMPLE } from "../draft/draft";
import { useDraft } from "../draft/useDraft";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { layFresh } from "./actions";
import { FormulaChooser } from "./FormulaChooser";

export const READABLE = ".txt,.md,.markdown,.json,.jsonld,.html,.htm,.csv,.tsv,text/plain";

const FORMATS: readonly { format: WriteFormat; says: string }[] = [
  { format: "text", says: "as text" },
  { format: "markdown", says: "as Markdown" },
  { format: "json", says: "as schema.org JSON" },
  { format: "csv", says: "as a table (CSV)" },
];

const draftNow = () => useDraft.getState().draft;

export const BenchTools = memo(function BenchTools({ onOpened }: { onOpened: (file: File) => void }) {
  const picker = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const changed = useChanged();
  const empty = useDraft((hold) => hold.draft.text.trim() === "");
  const kept = useDraft((hold) => hold.draft.recipeId !== null);
  const keep = useMutation({
    mutationFn: () => {
      const draft = draftNow();
      return api.keepRecipe({
        id: draft.recipeId ?? newId(),
        text: draft.text,
        jar: draft.jar,
        method: draft.method,
        formula_id: draft.formulaId,
        set_aside: draft.setAside === true,
        origin: "own",
      });
    },
    onSuccess: (recipe) => {
      useDraft.getState().change({ recipeId: recipe.id });
      return changed();
    },
  });
  const write = useMutation({
    mutationFn: (format: WriteFormat) => api.writeFile(draftNow().text, format),
    onSuccess: (file) => {
      const link = document.createElement("a");
      link.href = URL.createObjectURL(new Blob([file.content], { type: file.media }));
      link.download = file.name;
      link.click();
      setTimeout(() => URL.revokeObjectURL(link.href), 1000);
    },
  });
  const error = keep.error ?? write.error;
  return (
    <>
      <Flex gap="2" wrap="wrap" align="center">
        <FormulaChooser onChoose={(text, id) => layFresh(text, "the recipe before the formula", id)} />
        <Tap size="sm" onClick={() => picker.current?.click()}>
          Open a file
        </Tap>
        <input
          ref={picker}
          type="file"
          hidden
          aria-label="A recipe file"
          accept={READABLE}
          onChange={(event) => {
            const file = event.target.files?.[0];
            event.target.value = "";
            if (file) onOpened(file);
          }}
        />
        <Tap size="sm" data-key="m" disabled={empty} onClick={() => navigate("/measure")}>
          Measure and make
        </Tap>
        <Tap size="sm" disabled={empty} aria-busy={keep.isPending} onClick={() => keep.mutate()}>
          {kept ? "Keep the changes" : "Keep this recipe"}
        </Tap>
        {empty && (
          <Tap size="sm" onClick={() => layFresh(EXAMPLE, "the empty sheet")}>
            Try an example
          </Tap>
        )}
        <Menu.Root>
          <Menu.Trigger asChild>
            <Tap size="sm">More</Tap>
          </Menu.Trigger>
          <Portal>
            <Menu.Positioner>
              <Menu.Content bg="whey.50" borderWidth="2px" borderColor="ink" borderRadius="sm" minW="15rem">
                <Menu.Item
                  value="compare"
                  disabled={empty}
                  onClick={() => navigate("/recipes/compare", { state: { texts: [draftNow().text] } })}
                >
                  Compare with another version
                </Menu.Item>
                <Menu.Item
                  value="enter"
                  disabled={empty}
                  onClick={() => navigate("/recipes/enter", { state: { text: draftNow().text } })}
                >
                  Enter as a formula from a tested source
                </Menu.Item>
                <Menu.Separator />
                {FORMATS.map((one) => (
                  <Menu.Item
                    key={one.format}
                    value={one.format}
                    disabled={empty}
                    onClick={() => write.mutate(one.format)}
                  >
                    Write it {one.says}
                  </Menu.Item>
                ))}
                <Menu.Separator />
                <Menu.Item value="clear" disabled={empty} onClick={() => layFresh("", "the cleared sheet")}>
                  Clear the sheet
                </Menu.Item>
              </Menu.Content>
            </Menu.Positioner>
          </Portal>
        </Menu.Root>
      </Flex>
      {error && (
        <Sentence w="100%" mt="2">
          {error.message}
        </Sentence>
      )}
    </>
  );
});
