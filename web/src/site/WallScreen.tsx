import { t } from "@lingui/core/macro";
import { Fragment } from "react";
import { Link, Outlet, useMatch, useOutletContext, useParams } from "react-router";
import type { Job } from "../api/client";
import { useOpenJob } from "../app/JobScreens";
import { NotFound } from "../app/NotFound";
import { SiteBar } from "./SiteBar";
import look from "./WallScreen.module.css";

const VIEWS = [
  { view: "marks", name: t`Marks` },
  { view: "build", name: t`Build` },
  { view: "checks", name: t`Checks` },
  { view: "raise", name: t`Raise` },
  { view: "log", name: t`Log` },
] as const;

/** The wall a view of the site is about, and its job. */
interface OpenWall {
  job: Job;
  wall: string;
}

export function useOpenWall(): OpenWall {
  return useOutletContext<OpenWall>();
}

/** One wall on the site: its marks called, its checks, its log. */
export function WallScreen() {
  const { job } = useOpenJob();
  const { wall = "" } = useParams();
  const here = useMatch("/jobs/:job/site/walls/:wall/:view")?.params.view ?? "marks";
  if (!job.walls.some(({ id }) => id === wall)) return <NotFound />;
  const to = (view: string) => `/jobs/${job.id}/site/walls/${encodeURIComponent(wall)}/${view}`;
  return (
    <>
      <SiteBar job={job} title={t`Wall ${wall}`} back={{ to: `/jobs/${job.id}/site`, name: t`All walls` }}>
        <nav aria-label={t`This wall`} className={look.views}>
          {VIEWS.map(({ view, name }) => (
            <Link key={view} to={to(view)} aria-current={view === here ? "page" : undefined}>
              {name}
            </Link>
          ))}
        </nav>
      </SiteBar>
      <Fragment key={wall}>
        <Outlet context={{ job, wall } satisfies OpenWall} />
      </Fragment>
    </>
  );
}
