import { t } from "@lingui/core/macro";
import { Link } from "react-router";
import { Empty } from "./Empty";

export function NotFound() {
  return (
    <Empty title={t`Page not found`}>
      <Link to="/">{t`Go to the jobs`}</Link>
    </Empty>
  );
}
