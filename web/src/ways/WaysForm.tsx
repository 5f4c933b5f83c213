import type { WaysGroup } from "../api/client";
import { FieldGroup } from "../app/Field";
import type { Take } from "../app/TextField";
import { WayRow } from "./WayRow";

/** What takes something typed into a row of the ways; null lets the row follow again. */
export type SayWay = Take<[way: string, text: string | null]>;

/** Ways as a form: what holds, where that was set, and the way back where it is set here. */
export function WaysForm({ groups, onSay }: { groups: readonly WaysGroup[]; onSay: SayWay }) {
  return groups.map(({ name, rows }) => (
    <FieldGroup key={name} name={name}>
      {rows.map((row) => (
        <WayRow
          key={row.way}
          row={row}
          onEnter={(text) => onSay(row.way, text)}
          onFollow={() => void onSay(row.way, null)}
        />
      ))}
    </FieldGroup>
  ));
}
