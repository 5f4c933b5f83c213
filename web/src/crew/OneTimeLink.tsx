import { Box, Button, Flex, Input, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";

/** A link that is shown once, to be sent to whom it is for. */
export function OneTimeLink({
  name,
  path,
  isGoodUntilEnded = false,
  onDone,
}: {
  name: string;
  path: string;
  /** Whether it lets in everybody who has it until somebody ends it, and not one person once. */
  isGoodUntilEnded?: boolean;
  onDone: () => void;
}) {
  const address = `${window.location.origin}${path}`;
  return (
    <Box role="status" mt="4" p="3" borderWidth="1px" borderColor="chalk" borderRadius="3px" maxW="640px">
      <Text fontWeight="700">
        {isGoodUntilEnded
          ? t`Send this link to ${name}. It is shown only now, and works until it ends or you end it.`
          : t`Send this link to ${name}. It is shown only now, and works once, within a week.`}
      </Text>
      <Flex gap="2" mt="2">
        <Input
          size="md"
          readOnly
          aria-label={t`Link for ${name}`}
          value={address}
          onFocus={(event) => event.target.select()}
        />
        {/* On addresses browsers do not trust there is no clipboard; the link can be selected and copied. */}
        {navigator.clipboard && (
          <Button size="md" onClick={() => void navigator.clipboard.writeText(address)}>{t`Copy`}</Button>
        )}
        <Button size="md" variant="plain" onClick={onDone}>{t`Done`}</Button>
      </Flex>
    </Box>
  );
}
