import { Link } from "react-router";
import { Empty } from "./Empty";

export function NotFound() {
  return (
    <Empty title="There is no such page">
      <Link to="/">Go to the jobs</Link>
    </Empty>
  );
}
