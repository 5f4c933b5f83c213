import { Box, Button, Field as ChakraField, Heading } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { RotateCcw } from "lucide-react";
import type { ReactNode } from "react";

/** How a field looks in its form. */
export interface FieldLook {
  /** What it is called, in the crew's words. */
  label: string;
  /** Whether its label is only heard, where what is around the field says it to the eye. */
  isBare?: boolean;
  /** Whether what is entered needs the whole width, under its label. */
  isLong?: boolean;
  /** Where its value comes from, "this job"; null where that is as usual. */
  whence?: string | null;
  /** What it would follow again where it is set here, "the job". */
  follows?: string | null;
  onFollow?: () => void;
}

/** A label, the field it belongs to, where its value comes from and what is wrong with it, all tied together. */
export function Field({
  label,
  isBare = false,
  isLong = false,
  whence = null,
  follows = null,
  onFollow,
  wrong = null,
  children,
}: FieldLook & { wrong?: string | null; children: ReactNode }) {
  if (isBare)
    return (
      <ChakraField.Root invalid={wrong !== null} gap="0" position="relative">
        <ChakraField.Label srOnly>{label}</ChakraField.Label>
        {children}
        <ChakraField.ErrorText role="alert">{wrong}</ChakraField.ErrorText>
      </ChakraField.Root>
    );
  return (
    <ChakraField.Root
      data-field={label}
      invalid={wrong !== null}
      position="relative"
      display="grid"
      gridTemplateColumns={isLong ? "1fr 28px" : "108px 1fr 28px"}
      alignItems="center"
      columnGap="2"
      rowGap="1"
      py="1"
    >
      <Box gridColumn={isLong ? "1 / -1" : "1"} minW="0" lineHeight="1.15">
        <ChakraField.Label display="block" fontSize="14px" fontWeight="400" lineHeight="1.15">
          {label}
        </ChakraField.Label>
        {whence && (
          <ChakraField.HelperText
            display="block"
            fontSize="12px"
            lineHeight="1.15"
            color={follows ? "chalk" : "faint"}
            truncate
            title={t`From ${whence}`}
          >
            {t`from ${whence}`}
          </ChakraField.HelperText>
        )}
      </Box>
      <Box minW="0">
        {children}
        <ChakraField.ErrorText role="alert">{wrong}</ChakraField.ErrorText>
      </Box>
      {follows && onFollow ? (
        <Button
          variant="plain"
          w="28px"
          minW="0"
          aria-label={t`${label}: follow ${follows} again`}
          title={t`Set here; follow ${follows} again`}
          onClick={onFollow}
        >
          <RotateCcw />
        </Button>
      ) : (
        <span />
      )}
    </ChakraField.Root>
  );
}

/** A group of rows with its name; `scrollToGroup` leads to it. */
export function FieldGroup({
  name,
  level = "h3",
  children,
}: {
  name: string;
  /** How deep its name lies below the headings above it. */
  level?: "h2" | "h3";
  children: ReactNode;
}) {
  return (
    <Box role="group" data-group={name} aria-label={name} px="4" pt="3" pb="2" borderBottomWidth="1px">
      <Heading as={level} fontFamily="heading" fontWeight="700" fontSize="17px" mb="1">
        {name}
      </Heading>
      {children}
    </Box>
  );
}

/** Brings the group of that name to the top of what it scrolls in. */
export function scrollToGroup(name: string): void {
  document.querySelector(`[data-group="${CSS.escape(name)}"]`)?.scrollIntoView();
}
