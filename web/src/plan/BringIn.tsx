import { Button, VisuallyHidden } from "@chakra-ui/react";
import { FileUp } from "lucide-react";
import { useRef } from "react";

/** A drawing or a picture of the plan, from a file. */
export function BringIn({ isBusy, onFile }: { isBusy: boolean; onFile: (file: File) => void }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <VisuallyHidden>
        <input
          ref={input}
          type="file"
          accept=".dxf,.ifc,.png,.jpg,.jpeg,.pdf"
          aria-label="Drawing or picture of the plan"
          tabIndex={-1}
          onChange={(event) => {
            const file = event.target.files?.[0];
            event.target.value = "";
            if (file) onFile(file);
          }}
        />
      </VisuallyHidden>
      <Button
        variant="plain"
        disabled={isBusy}
        title="Walls from a DXF or IFC file, or a picture (PNG, JPEG, PDF) to lay under them"
        onClick={() => input.current?.click()}
      >
        <FileUp /> Bring in
      </Button>
    </>
  );
}
