import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { Edit, Finding } from "../api/client";
import { SEVERITIES } from "../app/FindingTally";

/** What a good lead would say, worst first; each leads to its place, some settle themselves. */
export function FindingsList({
  findings,
  onShow,
  onFix,
}: {
  findings: Finding[];
  onShow: (finding: Finding) => void;
  onFix: (fix: Edit) => void;
}) {
  if (findings.length === 0)
    return (
      <Text p="4" color="faint">
        Nothing to say about this wall. Follow the approved drawings all the same.
      </Text>
    );
  return (
    <Box as="ul" listStyleType="none" aria-label="Findings">
      {findings.map((finding) => (
        <FindingItem
          key={`${finding.code} ${finding.at} ${finding.text}`}
          finding={finding}
          onShow={onShow}
          onFix={onFix}
        />
      ))}
    </Box>
  );
}

function FindingItem({
  finding,
  onShow,
  onFix,
}: {
  finding: Finding;
  onShow: (finding: Finding) => void;
  onFix: (fix: Edit) => void;
}) {
  const { icon: Icon, color } = SEVERITIES[finding.severity];
  const { fix } = finding;
  return (
    <Flex as="li" gap="2" px="4" py="2.5" borderBottomWidth="1px" align="start">
      <Box color={color} pt="0.5" flexShrink="0">
        <Icon size={17} aria-label={finding.severity} />
      </Box>
      <Box fontSize="14px" minW="0">
        <Text>{finding.text}</Text>
        <Text color="faint">{finding.do}</Text>
        <Flex gap="2" mt="1">
          {finding.at !== null && <Button onClick={() => onShow(finding)}>Show</Button>}
          {fix && <Button onClick={() => onFix(fix)}>{finding.fix_label}</Button>}
        </Flex>
      </Box>
    </Flex>
  );
}
