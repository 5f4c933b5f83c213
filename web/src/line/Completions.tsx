import { Box, chakra } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";

const Option = chakra("button", {
  base: {
    display: "block",
    w: "full",
    textAlign: "left",
    px: "3",
    minH: { base: "44px", md: "30px" },
    fontFamily: "heading",
    fontSize: "18px",
    fontWeight: 700,
    _selected: { bg: "chalk", color: "ground" },
    _hover: { textDecoration: "underline" },
  },
});

/** How the line may go on: taken with Tab, with an arrow and Enter, or by a press. */
export function Completions({
  id,
  lines,
  typed,
  active,
  onTake,
}: {
  id: string;
  lines: string[];
  typed: string;
  active: number;
  onTake: (line: string) => void;
}) {
  const begun = typed.search(/\S*$/);
  return (
    <Box
      id={id}
      role="listbox"
      aria-label={t`How the line may go on`}
      position="absolute"
      top="100%"
      left={{ base: "0", md: "4" }}
      right={{ base: "0", md: "auto" }}
      minW="220px"
      zIndex="dropdown"
      bg="ground"
      borderWidth="1px"
      borderTopWidth="0"
      maxH="40vh"
      overflowY="auto"
    >
      {lines.map((line, index) => (
        <Option
          key={line}
          id={`${id}-${index}`}
          type="button"
          role="option"
          tabIndex={-1}
          aria-selected={index === active}
          // The field keeps the focus: a thumb would else lose its keyboard.
          onPointerDown={(event) => event.preventDefault()}
          onClick={() => onTake(line)}
        >
          {line.slice(begun)}
        </Option>
      ))}
    </Box>
  );
}
