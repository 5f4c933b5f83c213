import { t } from "@lingui/core/macro";
import { CalendarClock, ClipboardList } from "lucide-react";
import { Link } from "react-router";
import type { Job, Site, SiteWall } from "../api/client";
import { Changes } from "../app/Changes";
import { Empty } from "../app/Empty";
import { Fractions } from "../app/Fractions";
import { useOpenJob } from "../app/JobScreens";
import { buttonLook, PlainButton } from "../app/PlainButton";
import { Shown } from "../app/Shown";
import { OfflineCard } from "./OfflineCard";
import { SiteBar } from "./SiteBar";
import look from "./SiteScreen.module.css";
import { useSite } from "./useSite";
import { useTicks } from "./useTicks";

/** The walls of a job in the order they are framed, and how far each is. */
export function SiteScreen() {
  const { job } = useOpenJob();
  const query = useSite(job.id, job.revision);
  return (
    <>
      <SiteBar job={job} title={job.job.name} />
      <Shown query={query} what={t`Loading the walls`} trouble={t`The site could not be opened`}>
        {({ walls, stages }) =>
          walls.length === 0 ? (
            <Empty
              title={t`No walls yet`}
            >{t`Draw walls under Plan. They are listed here in framing order.`}</Empty>
          ) : (
            <div className={look.site}>
              <nav aria-label={t`This job`} className={look.ways}>
                <Link to="day" className={buttonLook("outline", "lg")}>
                  <CalendarClock /> {t`The day`}
                </Link>
                <Link to="log" className={buttonLook("outline", "lg")}>
                  <ClipboardList /> {t`Site log`}
                </Link>
              </nav>
              <OfflineCard job={job} walls={walls} />
              <ul className={look.walls}>
                {walls.map((wall, index) => (
                  <WallRow key={wall.wall} job={job} wall={wall} stages={stages} number={index + 1} />
                ))}
              </ul>
            </div>
          )
        }
      </Shown>
    </>
  );
}

type Stage = Site["stages"][number];

/** How far a wall is, as it is called on its button. */
const STAGES: Record<Stage, string> = {
  cut: t`Cut`,
  framed: t`Framed`,
  checked: t`Checked`,
  sheathed: t`Sheathed`,
  standing: t`Standing`,
};

function WallRow({
  job,
  wall,
  stages,
  number,
}: {
  job: Job;
  wall: SiteWall;
  stages: Site["stages"];
  number: number;
}) {
  const ticks = useTicks(job.id, wall);
  const isTrouble = wall.to_strike > 0 || Boolean(wall.checks.wrong);
  return (
    <li>
      <Link to={`walls/${encodeURIComponent(wall.wall)}`}>
        <span className={look.number}>{number}</span>
        <h2>{wall.wall}</h2>
        <span className={look.length}>
          <Fractions text={wall.length.text} />
        </span>
        <span className={look.state}>
          <b>{wall.written === wall.marks ? t`marked` : t`${wall.written} of ${wall.marks} marks`}</b>
          <span data-is-trouble={isTrouble || undefined}>
            {wall.to_strike > 0 ? t`${wall.to_strike} to strike` : checked(wall)}
          </span>
        </span>
      </Link>
      <div className={look.stages}>
        <Changes right="record">
          {stages.map((stage) => {
            const is = ticks.isDone(stage);
            return (
              <PlainButton
                key={stage}
                size="lg"
                variant={is ? "solid" : "outline"}
                aria-pressed={is}
                title={is ? ticks.by(stage) : undefined}
                onClick={() => ticks.tick(stage, STAGES[stage])}
              >
                {STAGES[stage]}
              </PlainButton>
            );
          })}
        </Changes>
      </div>
    </li>
  );
}

function checked({ checks }: SiteWall): string {
  const right = (checks.good ?? 0) + (checks["as-built"] ?? 0);
  const all = Object.values(checks).reduce((sum, count) => sum + count, 0);
  return checks.wrong ? t`${checks.wrong} wrong` : t`${right} of ${all} checks right`;
}
