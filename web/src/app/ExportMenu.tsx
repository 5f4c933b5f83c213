import { Button, Menu, Portal, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Download } from "lucide-react";
import { layersAsked, useLayers } from "./layers";

interface File {
  value: string;
  label: string;
  path: string;
  opens?: true;
}

const FILES: File[] = [
  { value: "letter", label: t`Sheets on letter paper`, path: "sheets.pdf?paper=letter", opens: true },
  { value: "a4", label: t`Sheets on A4 paper`, path: "sheets.pdf?paper=a4", opens: true },
  { value: "marks", label: t`Marks, for a spreadsheet`, path: "marks.csv" },
  { value: "cuts", label: t`Cut list, for a spreadsheet`, path: "cut-list.csv" },
  { value: "dxf", label: t`Drawing, DXF`, path: "plan.dxf" },
  { value: "ifc", label: t`Model, IFC`, path: "model.ifc" },
  { value: "job", label: t`Job file`, path: "file" },
];

/** Everything a job, or the wall in view, can be exported as; sheets of paper show the layers the bench shows. */
export function ExportMenu({ job, wall }: { job: string; wall?: string | undefined }) {
  const layers = layersAsked(useLayers());
  const alone: File[] = wall
    ? (["letter", "a4"] as const).map((paper) => ({
        value: `wall-${paper}`,
        label: paper === "a4" ? t`Wall ${wall} on A4 paper` : t`Wall ${wall} on letter paper`,
        path: `sheets.pdf?paper=${paper}&wall=${encodeURIComponent(wall)}`,
        opens: true,
      }))
    : [];
  return (
    <Menu.Root>
      <Menu.Trigger asChild>
        <Button variant="plain" aria-label={t`Export`} title={t`Print or export`}>
          <Download />
        </Button>
      </Menu.Trigger>
      <Portal>
        <Menu.Positioner>
          <Menu.Content>
            {[...alone, ...FILES].map(({ value, label, path, opens }) => (
              <Menu.Item key={value} value={value} asChild>
                <a
                  href={`/api/jobs/${job}/${path}${opens ? layers : ""}`}
                  {...(opens ? { target: "_blank", rel: "noreferrer" } : { download: true })}
                >
                  <Text as="span">{label}</Text>
                </a>
              </Menu.Item>
            ))}
          </Menu.Content>
        </Menu.Positioner>
      </Portal>
    </Menu.Root>
  );
}
