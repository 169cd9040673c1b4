/** The jar as it will be filled. */
import { Flex } from "@chakra-ui/react";
import { useJars } from "../api/queries";
import { JarDrawing } from "../parts/JarDrawing";
import { useVerdict } from "./verdict";

export function JarHere() {
  const chosen = useVerdict((verdict) => verdict.jar);
  const wanted = useVerdict((verdict) => verdict.headspace_wanted_mm);
  const pack = useVerdict((verdict) => verdict.pack);
  const jars = useJars().data?.jars ?? [];
  const jar = jars.find((one) => one.id === chosen?.id) ?? jars.find((one) => one.id === "pint");
  return (
    <Flex justify="center">
      {jar && wanted !== null && (
        <JarDrawing
          jar={jar}
          headspaceMm={chosen?.headspace_mm ?? wanted}
          wantedMm={wanted}
          contents={pack === "raw" ? "whole" : "chopped"}
          height={230}
        />
      )}
    </Flex>
  );
}
