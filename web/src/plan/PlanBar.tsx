import { Button } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { FlipHorizontal, FlipVertical, Ruler } from "lucide-react";
import { Changes } from "../app/Changes";
import { FileButton } from "../app/FileButton";
import { JobBar } from "../app/JobBar";
import { useOpenJob } from "../app/JobScreens";

/** What is done to the whole plan: dimensions, turning it over, bringing something in. */
export function PlanBar({
  areDimensionsShown,
  onDimensions,
  isReading,
  onFile,
}: {
  areDimensionsShown: boolean;
  onDimensions: () => void;
  /** Whether a file is being read. */
  isReading: boolean;
  onFile: (file: File) => void;
}) {
  const { job, change } = useOpenJob();
  return (
    <JobBar job={job} change={change}>
      <Button
        variant={areDimensionsShown ? "solid" : "outline"}
        aria-pressed={areDimensionsShown}
        onClick={onDimensions}
      >
        <Ruler /> {t`Dimensions`}
      </Button>
      <Changes>
        <Button
          variant="plain"
          title={t`Mirror the plan, east to west`}
          onClick={() => change.make({ edit: "mirror-job", across: "east-west" })}
        >
          <FlipHorizontal /> {t`East–west`}
        </Button>
        <Button
          variant="plain"
          title={t`Mirror the plan, north to south`}
          onClick={() => change.make({ edit: "mirror-job", across: "north-south" })}
        >
          <FlipVertical /> {t`North–south`}
        </Button>
        <FileButton
          label={t`Drawing or picture of the plan`}
          accept=".dxf,.ifc,.png,.jpg,.jpeg,.pdf"
          variant="plain"
          title={t`Walls from a DXF or IFC file, or a picture (PNG, JPEG, PDF) to lay under them`}
          disabled={isReading}
          onFile={onFile}
        >{t`Import`}</FileButton>
      </Changes>
    </JobBar>
  );
}
