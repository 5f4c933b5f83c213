import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { type ReactNode, useState } from "react";
import type { Edit, Finding } from "../api/client";
import { Changes } from "../app/Changes";
import { SEVERITIES } from "../app/FindingTally";
import { alike, type Group, keyOf, MANY } from "./findings";

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
    return <Text p="4" color="faint">{t`No findings. Follow the approved drawings all the same.`}</Text>;
  return (
    <Box as="ul" listStyleType="none" aria-label={t`Findings`}>
      {alike(findings).map((group) => (
        <FindingGroup key={keyOf(group[0])} findings={group} onShow={onShow} onFix={onFix} />
      ))}
    </Box>
  );
}

/** Findings of one kind: the first, and the others behind a press where there are many. */
function FindingGroup({
  findings: [first, ...others],
  ...acts
}: {
  findings: Group;
  onShow: (finding: Finding) => void;
  onFix: (fix: Edit) => void;
}) {
  const [isOpen, setOpen] = useState(false);
  const isLong = others.length >= MANY;
  return (
    <>
      <FindingItem finding={first} {...acts}>
        {isLong && (
          <Button variant="plain" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
            {isOpen ? t`Fewer` : t`${others.length} more like it`}
          </Button>
        )}
      </FindingItem>
      {(isOpen || !isLong) &&
        others.map((finding) => <FindingItem key={keyOf(finding)} finding={finding} {...acts} />)}
    </>
  );
}

function FindingItem({
  finding,
  onShow,
  onFix,
  children,
}: {
  finding: Finding;
  onShow: (finding: Finding) => void;
  onFix: (fix: Edit) => void;
  children?: ReactNode;
}) {
  const { icon: Icon, color, word } = SEVERITIES[finding.severity];
  const { fix, other_fix: other } = finding;
  return (
    <Flex as="li" gap="2" px="4" py="2.5" borderBottomWidth="1px" align="start">
      <Box color={color} pt="0.5" flexShrink="0">
        <Icon size={17} aria-label={word} />
      </Box>
      <Box fontSize="14px" minW="0">
        <Text>{finding.text}</Text>
        <Text color="faint">{finding.do}</Text>
        <Flex gap="2" mt="1" wrap="wrap">
          {finding.at !== null && <Button onClick={() => onShow(finding)}>{t`Show`}</Button>}
          <Changes>
            {fix && <Button onClick={() => onFix(fix)}>{finding.fix_label}</Button>}
            {other && <Button onClick={() => onFix(other)}>{finding.other_fix_label}</Button>}
          </Changes>
          {children}
        </Flex>
      </Box>
    </Flex>
  );
}
