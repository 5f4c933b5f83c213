import look from "./Empty.module.css";

/** While something is on its way. */
export function Loading({ what }: { what: string }) {
  return (
    <div role="status" className={look.loading}>
      {what} …
    </div>
  );
}
