import { Box, chakra, Flex, Heading, Tabs, Text } from "@chakra-ui/react";
import { plural, t } from "@lingui/core/macro";
import { Plural, Trans } from "@lingui/react/macro";
import { FileDown, Printer } from "lucide-react";
import { useState } from "react";
import type { Job, Order, OrderLine } from "../api/client";
import { Changes } from "../app/Changes";
import { Download } from "../app/Download";
import { Empty } from "../app/Empty";
import { Figure } from "../app/Figure";
import { JobBar } from "../app/JobBar";
import { useOpenJob } from "../app/JobScreens";
import { Shown } from "../app/Shown";
import { SidePanel } from "../app/SidePanel";
import { sectionName } from "../app/section";
import { TextField } from "../app/TextField";
import type { JobChange } from "../app/useJobChange";
import { CopyText } from "./CopyText";
import { StockCard } from "./StockCard";
import { ThumbCard } from "./ThumbCard";
import { useOrder, useStock } from "./useOrder";

/** What is ordered for the job: boards with their prices, and everything besides. */
export function OrderScreen() {
  const { job, change } = useOpenJob();
  const [trucks, setTrucks] = useState<number | null>(null);
  const query = useOrder(job.id, job.revision, trucks);
  return (
    <Shown query={query} what={t`Counting the boards`} trouble={t`The order could not be counted`}>
      {(order) => (
        <Ordered
          job={job}
          order={order}
          change={change}
          trucks={trucks ?? order.trucks}
          onTrucks={setTrucks}
        />
      )}
    </Shown>
  );
}

const Lines = chakra("table", {
  base: {
    w: "full",
    maxW: "860px",
    borderCollapse: "collapse",
    "& th, & td": { px: "2", py: "0.5", textAlign: "end", borderBottomWidth: "1px", whiteSpace: "nowrap" },
    "& th": { fontSize: "12px", color: "faint", fontWeight: 600 },
    "& .start": { textAlign: "start" },
    // Prices are in sight on a phone; what else there is of a line is on paper and on a wider screen.
    "& .wide": { display: { base: "none", md: "table-cell" } },
    "& tr > :first-of-type": { ps: "4" },
  },
});

interface OrderedProps {
  job: Job;
  order: Order;
  change: JobChange;
  trucks: number;
  onTrucks: (trucks: number) => void;
}

function Ordered(props: OrderedProps) {
  const { job, order, change } = props;
  return (
    <>
      <OrderBar {...props} />
      {order.lines.length === 0 && order.supplies.length === 0 ? (
        <Empty
          title={t`Nothing to order yet`}
        >{t`Draw a wall under Plan, or type one on the bench, like 12-6 2x4.`}</Empty>
      ) : (
        <Flex flex="1" minH="0" direction={{ base: "column", lg: "row" }}>
          <Box
            flex="1"
            minW="0"
            overflow={{ base: "auto", lg: "auto" }}
            pb="4"
            tabIndex={0}
            role="region"
            aria-label={t`Order`}
          >
            <Totals order={order} />
            <LongerThanStock lines={order.lines} />
            <Loads job={job} order={order} change={change} />
            {order.supplies.length > 0 && <Supplies order={order} />}
          </Box>
          <SidePanel>
            <Tabs.Root defaultValue="stock" lazyMount unmountOnExit>
              <Tabs.List>
                <Tabs.Trigger value="stock">{t`Yard and site`}</Tabs.Trigger>
                <Tabs.Trigger value="thumb">{t`By thumb`}</Tabs.Trigger>
              </Tabs.List>
              <Tabs.Content value="stock">
                <Changes>
                  <StockCard job={job} order={order} change={change} />
                </Changes>
              </Tabs.Content>
              <Tabs.Content value="thumb">
                <ThumbCard order={order} />
              </Tabs.Content>
            </Tabs.Root>
          </SidePanel>
        </Flex>
      )}
    </>
  );
}

/** How many trucks bring it, and its papers and files. */
function OrderBar({ job, change, trucks, onTrucks }: OrderedProps) {
  const files = { job: job.id, params: { trucks } };
  return (
    <JobBar job={job} change={change}>
      <Box w="190px" flexShrink="0">
        <TextField
          label={t`Trucks`}
          value={String(trucks)}
          onEnter={(text) => {
            const count = Number(text);
            if (!Number.isInteger(count) || count < 1 || count > 12)
              return Promise.resolve(t`Enter 1 to 12 trucks.`);
            onTrucks(count);
            return Promise.resolve(null);
          }}
        />
      </Box>
      <Flex ms={{ md: "auto" }} gap="1">
        <Download {...files} file="order.pdf" isOpened>
          <Printer /> {t`Print`}
        </Download>
        <Download {...files} file="order.csv">
          <FileDown /> {t`CSV`}
        </Download>
        <Download {...files} file="order.xlsx" title={t`As a spreadsheet`}>
          <FileDown /> {t`XLSX`}
        </Download>
        <CopyText job={job.id} trucks={trucks} />
      </Flex>
    </JobBar>
  );
}

/** The boards of each truck, or all of them where one brings everything. */
function Loads({ job, order, change }: Pick<OrderedProps, "job" | "order" | "change">) {
  const loads =
    order.loads.length > 0 ? order.loads : [{ walls: [], lines: order.lines, pounds: order.pounds }];
  return loads.map(({ walls, lines, pounds }, index) => (
    <BoardTable
      key={walls.join() || "all"}
      title={
        walls.length > 0
          ? t`Load ${index + 1}, ${plural(walls.length, { one: "wall", other: "walls" })} ${walls.join(", ")}: ${pounds} lb`
          : null
      }
      lines={lines}
      job={job}
      change={change}
    />
  ));
}

/** How many boards there are, what they weigh, and what they cost as far as there are prices: always in view. */
function Totals({ order }: { order: Order }) {
  const boards = order.lines.reduce((sum, { count, crooked }) => sum + count + crooked, 0);
  return (
    <Flex
      position="sticky"
      top="0"
      zIndex="1"
      bg="ground"
      borderBottomWidth="1px"
      px="4"
      py="2"
      gap="5"
      align="baseline"
      wrap="wrap"
    >
      <Text fontWeight="700">
        <Trans>
          <Figure text={String(boards)} fontSize="24px" />{" "}
          <Plural value={boards} one="board" other="boards" />
        </Trans>
      </Text>
      <Text fontWeight="700">
        <Trans>
          <Figure text={String(order.pounds)} fontSize="24px" /> lb
        </Trans>
      </Text>
      {order.unpriced < boards && (
        <Text fontWeight="700">
          <Figure text={order.cost} fontSize="24px" />
          {order.unpriced > 0 && (
            <Text as="span" color="warn" fontWeight="600" fontSize="14px">
              {" "}
              {plural(order.unpriced, {
                one: "without # board that has no price",
                other: "without # boards that have no price",
              })}
            </Text>
          )}
        </Text>
      )}
    </Flex>
  );
}

function BoardTable({
  title,
  lines,
  job,
  change,
}: {
  title: string | null;
  lines: OrderLine[];
  job: Job;
  change: JobChange;
}) {
  const stock = useStock(job.id, change);
  return (
    <>
      {title && (
        <Heading as="h2" px="4" pt="3" fontFamily="heading" fontWeight="800" fontSize="19px">
          {title}
        </Heading>
      )}
      <Lines aria-label={title ?? t`Boards to order`}>
        <thead>
          <tr>
            <th>{t`Quantity`}</th>
            <th className="start">{t`Board`}</th>
            <th className="start wide">{t`Of them`}</th>
            <th>{t`Each`}</th>
            <th>{t`Cost`}</th>
            <th className="wide">{t`lb`}</th>
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => (
            <tr key={line.says}>
              <td>
                <Figure text={`${line.count + line.crooked} –`} fontSize="20px" fontWeight="700" />
              </td>
              <td className="start">
                <Figure
                  text={`${sectionName(line.section)} x ${line.board}`}
                  fontSize="20px"
                  fontWeight="700"
                />
                {line.grade && (
                  <Text as="span" fontSize="13px" color="faint">
                    {" "}
                    {line.grade}
                  </Text>
                )}
              </td>
              <td className="start wide">
                <Text fontSize="13px" color="faint">
                  {[
                    line.special,
                    line.straight > 0 && t`${line.straight} straight`,
                    line.crooked > 0 && t`${line.crooked} extra for crooked boards`,
                  ]
                    .filter(Boolean)
                    .join(", ")}
                </Text>
              </td>
              <td>
                <Box w="86px" ms="auto" css={{ "& input": { textAlign: "end" } }}>
                  <Changes>
                    <TextField
                      label={t`Price of a ${sectionName(line.section)} x ${line.board}`}
                      isBare
                      value={line.price ?? ""}
                      placeholder={line.special ? t`no price` : t`price`}
                      onEnter={(text) => stock.price(line.section, line.length.inches, text)}
                    />
                  </Changes>
                </Box>
              </td>
              <td>{line.cost && <Figure text={line.cost} fontSize="16px" />}</td>
              <td className="wide">
                <Figure text={String(line.pounds)} fontSize="16px" />
              </td>
            </tr>
          ))}
        </tbody>
      </Lines>
    </>
  );
}

/** Says before anything else what the yard's boards are too short for. */
function LongerThanStock({ lines }: { lines: readonly OrderLine[] }) {
  const special = lines.filter((line) => line.special !== null);
  if (special.length === 0) return null;
  const pieces = special.reduce((sum, { count }) => sum + count, 0);
  return (
    <Text px="4" pt="3" color="crayon" fontWeight="600" role="status">
      <Trans>
        <Plural value={pieces} one="# piece is" other="# pieces are" /> longer than any board in stock. Order
        what is at the end of the list as engineered lumber or as a special order.
      </Trans>
    </Text>
  );
}

/** What is ordered besides boards. */
function Supplies({ order }: { order: Order }) {
  return (
    <>
      <Heading
        as="h2"
        px="4"
        pt="4"
        fontFamily="heading"
        fontWeight="800"
        fontSize="19px"
      >{t`Sheets and hardware`}</Heading>
      <Lines aria-label={t`Sheets and hardware`}>
        <tbody>
          {order.supplies.map(({ count, what, because }) => (
            <tr key={what}>
              <td style={{ width: 90 }}>
                <Figure text={`${count} –`} fontSize="20px" fontWeight="700" />
              </td>
              <td className="start">
                <Text fontSize="17px" fontWeight="600">
                  {what}
                </Text>
              </td>
              <td className="start">
                <Text fontSize="13px" color="faint">
                  {because}
                </Text>
              </td>
            </tr>
          ))}
        </tbody>
      </Lines>
    </>
  );
}
