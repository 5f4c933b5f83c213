import { Box } from "@chakra-ui/react";

/** While something is on its way. */
export function Loading({ what }: { what: string }) {
  return (
    <Box role="status" p="10" color="faint">
      {what} …
    </Box>
  );
}
