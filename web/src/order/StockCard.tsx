import { Box, Button, Field as ChakraField, Flex, Text, Textarea } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { useState } from "react";
import type { Job, Order } from "../api/client";
import { useDraft } from "../app/drafts";
import { FieldGroup } from "../app/Field";
import { FileButton } from "../app/FileButton";
import { useNotices } from "../app/notices";
import { SelectField } from "../app/SelectField";
import { sectionName } from "../app/section";
import { TextField } from "../app/TextField";
import type { JobChange } from "../app/useJobChange";
import { currencies } from "../language/money";
import { useKeepStock, useStock } from "./useOrder";

/** What the yard has and what lies on the site, and the saw it is cut with. */
export function StockCard({ job, order, change }: { job: Job; order: Order; change: JobChange }) {
  const stock = useStock(job.id, change);
  const keep = useKeepStock(job.id);
  const { tell } = useNotices();
  /** What is refused of something that has no field is told. */
  const told = async (entered: Promise<string | null>) => {
    const why = await entered;
    if (why !== null) tell({ text: why, tone: "trouble" });
  };
  const take = (text: string) => told(stock.list(text));
  const whole = (text: string, say: (count: number) => Promise<string | null>) => {
    const count = Number(text);
    return Number.isInteger(count) && text !== "" ? say(count) : Promise.resolve(t`Enter a whole number.`);
  };
  return (
    <>
      <FieldGroup name={t`Prices`} level="h2">
        <Lines
          draftKey={`prices-${job.id}`}
          label={t`Price list`}
          hint={t`2x6 16' 9.06
2x6 treated 16' 12.40`}
          about={t`One line per length; other prices stay.`}
          done={t`Import prices`}
          value=""
          onEnter={stock.list}
        />
        <FileButton
          label={t`Price list from a file`}
          accept=".csv,.tsv,.txt"
          onFile={(file) => void file.text().then(take)}
        >{t`From a file`}</FileButton>
        <SelectField
          label={t`Currency`}
          value={order.currency}
          choices={currencies(order.currency)}
          onChoose={(currency) => stock.set({ currency })}
        />
      </FieldGroup>
      {Object.keys(job.job.stock ?? {}).length > 0 && (
        <FieldGroup name={t`Grades`} level="h2">
          {Object.keys(job.job.stock ?? {}).map((section) => (
            <TextField
              key={section}
              label={sectionName(section)}
              value={job.job.grades?.[section] ?? ""}
              placeholder={t`as the yard writes it`}
              onEnter={(grade) => stock.grade(section, grade)}
            />
          ))}
        </FieldGroup>
      )}
      <FieldGroup name={t`On the site`} level="h2">
        <Lines
          draftKey={`on-site-${job.id}`}
          label={t`Boards on the site`}
          hint={t`4 – 2x6 x 16'
1 – 2x6 x 117 3/8`}
          about={t`Used before any is bought.`}
          done={t`Add to site stock`}
          value={order.on_site}
          onEnter={stock.onSite}
        />
      </FieldGroup>
      <FieldGroup name={t`At the saw`} level="h2">
        <TextField label={t`Kerf`} value={order.kerf.text} onEnter={(kerf) => stock.set({ kerf })} />
        <TextField
          label={t`Offcuts kept from`}
          value={order.keep.text}
          onEnter={(keep) => stock.set({ keep })}
        />
        <TextField
          label={t`Too crooked, percent`}
          value={String(order.crooked)}
          onEnter={(text) => whole(text, (crooked) => stock.set({ crooked }))}
        />
        <TextField
          label={t`Nails in a box`}
          value={String(order.nails_a_box)}
          onEnter={(text) => whole(text, (nails_a_box) => stock.set({ nails_a_box }))}
        />
        <TextField
          label={t`Spare nails, percent`}
          value={String(order.spare_nails)}
          onEnter={(text) => whole(text, (spare_nails) => stock.set({ spare_nails }))}
        />
      </FieldGroup>
      <Flex gap="2" p="4" wrap="wrap">
        <Button
          disabled={keep.isPending}
          onClick={() => keep.mutate()}
          title={t`New jobs start with these boards and prices`}
        >{t`Save for the crew`}</Button>
        <Button
          onClick={() => void told(stock.take())}
          title={t`Replaces this job’s stock; boards on the site stay`}
        >{t`Use the crew’s`}</Button>
      </Flex>
    </>
  );
}

/** Some lines that are typed or pasted; what is refused stays in the field, with the reason under it. */
function Lines({
  draftKey,
  label,
  hint,
  about,
  done,
  value,
  onEnter,
}: {
  /** What was typed is kept by this until it goes in. */
  draftKey: string;
  label: string;
  hint: string;
  about: string;
  /** What the button that enters them says. */
  done: string;
  value: string;
  onEnter: (text: string) => Promise<string | null>;
}) {
  const [draft, setDraft] = useDraft<{ over: string; text: string } | null>(draftKey, null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const text = draft && draft.over === value ? draft.text : value;
  async function enter() {
    const why = await onEnter(text);
    setRefusal(why);
    if (why === null) setDraft(null);
  }
  return (
    <ChakraField.Root invalid={refusal !== null} display="block">
      <ChakraField.Label srOnly>{label}</ChakraField.Label>
      <Textarea
        value={text}
        placeholder={hint}
        rows={4}
        w="full"
        bg="raised"
        borderWidth="1px"
        borderRadius="3px"
        px="2"
        py="1"
        fontSize="14px"
        _placeholder={{ color: "faint" }}
        onChange={(event) => {
          setDraft({ over: value, text: event.target.value });
          setRefusal(null);
        }}
      />
      <ChakraField.ErrorText role="alert" fontSize="14px" color="crayon">
        {refusal}
      </ChakraField.ErrorText>
      <Flex gap="2" align="center" mt="1">
        <Button disabled={text === value} onClick={() => void enter()}>
          {done}
        </Button>
        <Box flex="1">
          <Text fontSize="13px" color="faint" lineHeight="1.2">
            {about}
          </Text>
        </Box>
      </Flex>
    </ChakraField.Root>
  );
}
