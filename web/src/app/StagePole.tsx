import { plural, t } from "@lingui/core/macro";
import { Moon, Sun } from "lucide-react";
import { useEffect, useRef } from "react";
import { Link, useMatch } from "react-router";
import type { FindingCounts } from "../api/client";
import { useJob } from "../api/queries";
import { useColorMode } from "./colorMode";
import { color } from "./colors";
import { buttonLook, PlainButton } from "./PlainButton";
import look from "./StagePole.module.css";
import { useSession } from "./session";

/** The stages of the work in order, one notch each on a story pole; notches for what a job needs next. */
export function StagePole() {
  const job = useMatch("/jobs/:job/*")?.params.job;
  const isAtJobs = useMatch("/") !== null;
  const isAtPractice = useMatch("/practice/*") !== null;
  const [mode, toggleMode] = useColorMode();
  const account = useSession().data;
  return (
    <nav aria-label={t`Stages`} className={look.pole}>
      <div aria-hidden className={look.wood} />
      <p className={look.name}>{t`Bluff`}</p>
      {account?.only_job === null && <Stage name={t`Jobs`} to="/" isHere={isAtJobs} />}
      {job && <JobStages job={job} />}
      {account?.only_job === null && (
        <Stage name={t`Practice`} to={job ? `/practice?job=${job}` : "/practice"} isHere={isAtPractice} />
      )}
      <div className={look.foot}>
        {account && !account.only_job && (
          <Link
            to="/crew"
            className={buttonLook("plain", "sm")}
            title={`${account.name}, ${account.crew}`}
            aria-label={t`Crew, ${account.initials}`}
          >
            {account.initials}
          </Link>
        )}
        <PlainButton
          variant="plain"
          aria-label={mode === "light" ? t`Dark colors` : t`Daylight colors`}
          onClick={toggleMode}
        >
          {mode === "light" ? <Moon /> : <Sun />}
        </PlainButton>
      </div>
    </nav>
  );
}

function JobStages({ job }: { job: string }) {
  const here = useMatch("/jobs/:job/:stage/*")?.params.stage;
  const named = useMatch("/jobs/:job/bench/:wall")?.params.wall;
  const { data } = useJob(job);
  // The bench shows the first wall until another is asked for.
  const wall = named ?? (here === "bench" ? data?.walls[0]?.id : undefined);
  const open = data?.walls.reduce(
    (sum, { findings }) => ({
      error: sum.error + findings.error,
      warning: sum.warning + findings.warning,
      info: 0,
    }),
    { error: 0, warning: 0, info: 0 } satisfies FindingCounts,
  );
  return (
    <>
      <Stage
        name={t`Plan`}
        to={`/jobs/${job}/plan${wall ? `?wall=${encodeURIComponent(wall)}` : ""}`}
        isHere={here === "plan"}
      />
      <Stage name={t`Openings`} to={`/jobs/${job}/openings`} isHere={here === "openings"} />
      <Stage
        name={t`Bench`}
        to={`/jobs/${job}/bench`}
        isHere={here === "bench"}
        {...(open ? { open } : {})}
      />
      <Stage name={t`Pole`} to={`/jobs/${job}/pole`} isHere={here === "pole"} />
      <Stage name={t`Cut`} to={`/jobs/${job}/cut`} isHere={here === "cut"} />
      <Stage name={t`Order`} to={`/jobs/${job}/order`} isHere={here === "order"} />
      <Stage name={t`Site`} to={`/jobs/${job}/site`} isHere={here === "site"} />
      <Stage name={t`Standards`} to={`/jobs/${job}/standards`} isHere={here === "standards"} />
      <Stage name={t`History`} to={`/jobs/${job}/history`} isHere={here === "history"} />
    </>
  );
}

function Stage({
  name,
  to,
  isHere,
  open,
}: {
  name: string;
  to: string;
  isHere: boolean;
  open?: FindingCounts;
}) {
  const link = useRef<HTMLAnchorElement>(null);
  // On a phone the pole scrolls: where one is is in sight.
  useEffect(() => {
    if (isHere) link.current?.scrollIntoView({ block: "nearest", inline: "center" });
  }, [isHere]);
  return (
    <Link ref={link} to={to} aria-current={isHere ? "page" : undefined} className={look.stage}>
      <Notch isHere={isHere} />
      {name}
      {open && open.error + open.warning > 0 && (
        <span className={look.open} data-is-wrong={open.error > 0 || undefined}>
          {open.error > 0 && <span>{plural(open.error, { one: "# error", other: "# errors" })}</span>}
          {open.warning > 0 && <span>{plural(open.warning, { one: "# warning", other: "# warnings" })}</span>}
        </span>
      )}
    </Link>
  );
}

function Notch({ isHere }: { isHere: boolean }) {
  return (
    <svg aria-hidden viewBox="0 0 24 20" className={look.notch}>
      <path d="M0 0h16v20h-16z" fill={color("bench")} stroke="none" />
      <path d="M0 0h16l-9 10l9 10h-16z" fill={color("pine")} stroke={color("pineEdge")} strokeWidth="1" />
      {isHere && <path d="M11 10h12" stroke={color("crayon")} strokeWidth="3" />}
    </svg>
  );
}
