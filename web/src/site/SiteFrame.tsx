import type { CSSProperties } from "react";
import { Outlet } from "react-router";
import { color } from "../app/colors";
import { useOpenJob } from "../app/JobScreens";
import { NotSaved } from "./NotSaved";
import { Full } from "./SiteBar";
import look from "./SiteFrame.module.css";

/** Colors that are read in the sun in place of those that are read at a desk. */
const IN_THE_SUN = {
  "--bluff-colors-faint": color("sunFaint"),
  "--bluff-colors-crayon": color("sunCrayon"),
  "--bluff-colors-warn": color("sunWarn"),
} as CSSProperties;

/** Every screen of the site: entries are sent, and those the server refused are shown. */
export function SiteFrame() {
  const open = useOpenJob();
  return (
    <div className={look.frame} style={IN_THE_SUN}>
      <Full />
      <NotSaved job={open.job} />
      <Outlet context={open} />
    </div>
  );
}
