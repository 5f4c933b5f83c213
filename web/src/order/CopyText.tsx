import { Button } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { ClipboardCopy } from "lucide-react";
import { useNotices } from "../app/notices";

/** The order as plain text for a message: on the clipboard, or in a page of its own where there is none. */
export function CopyText({ job, trucks }: { job: string; trucks: number }) {
  const { tell } = useNotices();
  const address = `/api/jobs/${job}/order.txt?trucks=${trucks}`;
  const copied = () =>
    tell({ text: t`The order is on the clipboard, as text for a message.`, tone: "plain" });
  return (
    <Button
      variant="plain"
      title={t`As plain text for a message`}
      onClick={() => void copy(address).then(copied, () => window.open(address, "_blank", "noreferrer"))}
    >
      <ClipboardCopy /> {t`Text`}
    </Button>
  );
}

async function copy(address: string): Promise<void> {
  const answer = await fetch(address);
  if (!answer.ok) throw new Error(answer.statusText);
  await navigator.clipboard.writeText(await answer.text());
}
