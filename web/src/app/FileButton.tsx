import { Button, VisuallyHidden } from "@chakra-ui/react";
import { FileUp } from "lucide-react";
import { type ComponentProps, useRef } from "react";

/** A button that asks for a file; the same file can be chosen again. */
export function FileButton({
  label,
  accept,
  onFile,
  children,
  ...button
}: {
  /** What the file is. */
  label: string;
  accept: string;
  onFile: (file: File) => void;
} & Omit<ComponentProps<typeof Button>, "onClick">) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <VisuallyHidden>
        <input
          ref={input}
          type="file"
          accept={accept}
          aria-label={label}
          tabIndex={-1}
          onChange={(event) => {
            const file = event.target.files?.[0];
            event.target.value = "";
            if (file) onFile(file);
          }}
        />
      </VisuallyHidden>
      <Button {...button} onClick={() => input.current?.click()}>
        <FileUp /> {children}
      </Button>
    </>
  );
}
