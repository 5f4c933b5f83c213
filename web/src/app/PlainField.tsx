import { Box, chakra, Input, type InputProps } from "@chakra-ui/react";
import { useId } from "react";

/** A field of a form, which counts when the form is sent. */
export function PlainField({
  label,
  onText,
  ...input
}: { label: string; onText: (text: string) => void } & Omit<InputProps, "onChange">) {
  const id = useId();
  return (
    <Box>
      <chakra.label htmlFor={id} fontSize="14px">
        {label}
      </chakra.label>
      <Input id={id} size="md" {...input} onChange={(event) => onText(event.target.value)} />
    </Box>
  );
}
