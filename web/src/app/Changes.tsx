import { chakra } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { type Right, useMay } from "./session";

/** Controls that change something: whoever may not finds them still, never refused. */
export function Changes({ right = "change", children }: { right?: Right; children: ReactNode }) {
  const may = useMay(right);
  return (
    <chakra.fieldset
      display="contents"
      disabled={!may}
      css={{ "&:disabled input": { color: "faint", bg: "transparent" } }}
    >
      {children}
    </chakra.fieldset>
  );
}
