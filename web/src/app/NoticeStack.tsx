import { Button, Flex, Text } from "@chakra-ui/react";
import { X } from "lucide-react";
import { useNotices } from "./notices";

/** The notices, above everything where they hide no figure that is being read. */
export function NoticeStack() {
  const { shown, dismiss } = useNotices();
  return (
    <Flex
      direction="column"
      gap="2"
      position="fixed"
      bottom={{ base: "4", md: "88px" }}
      insetStart={{ base: "2", md: "28" }}
      zIndex="toast"
      maxW="560px"
      aria-live="polite"
    >
      {shown.map((notice) => (
        <Flex
          key={notice.key}
          role="status"
          align="center"
          gap="3"
          ps="4"
          pe="2"
          py="2"
          bg="ink"
          color="ground"
          borderStartWidth="5px"
          borderColor={notice.tone === "trouble" ? "crayon" : "chalk"}
          borderRadius="3px"
        >
          <Text flex="1">{notice.text}</Text>
          {notice.actions?.map(({ label, act }) => (
            <Button
              key={label}
              onClick={() => {
                dismiss(notice.key);
                act();
              }}
            >
              {label}
            </Button>
          ))}
          <Button
            variant="plain"
            color="ground"
            _hover={{ color: "ink", bg: "ground" }}
            aria-label="Dismiss"
            onClick={() => dismiss(notice.key)}
          >
            <X />
          </Button>
        </Flex>
      ))}
    </Flex>
  );
}
