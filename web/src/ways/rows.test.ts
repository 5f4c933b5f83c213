import { describe, expect, it, test } from "vitest";
import { CHOICES } from "./choices";
import { GROUPS, type Row, readRow, writeRow } from "./rows";

const rows = GROUPS.flatMap((group) => group.rows);

function row(name: string): Row {
  const found = rows.find((one) => one.name === name);
  if (!found) throw new Error(`there is no row ${name}`);
  return found;
}

test("each row has a name of its own, and each drawn choice is in one group", () => {
  expect(new Set(rows.map(({ name }) => name)).size).toBe(rows.length);
  const drawn = GROUPS.flatMap(({ choices }) => choices.map(({ name }) => name));
  expect(drawn.toSorted()).toEqual(CHOICES.map(({ name }) => name).toSorted());
});

describe("what is typed into a row", () => {
  it.each([
    ["On centre", "24", "24"],
    ["Jacks a side", "2", 2],
    ["Stud at a break", "yes", { boards: ["16'"], doubled_studs: true }],
    ["One joist at", "9-3", { first: "9-3" }],
    ["Window RO, plus", "1 x 1 1/4", { width: "1", height: "1 1/4" }],
    ["or room, measured", "97, 96 7/8", { heights: ["97", "96 7/8"] }],
    ["2x6 measures", "1 9/16 x 5 5/8", { "2x6": ["1 9/16", "5 5/8"] }],
    ["Pocket door, plus", "2 x 3", { "pocket-door": { width: "2", height: "3" } }],
    ["Bolts apart", "48", { from_end: "10", apart: "48" }],
  ])("%s: %s", (name, text, said) => {
    const ways = { bolts: { from_end: "10", apart: "72" }, plate_stock: { boards: ["16'"] } };
    const written = writeRow(row(name), text, ways);
    expect(written).toEqual(said);
    expect(readRow(row(name), { [row(name).key]: written })).toBe(text);
  });

  it("goes on following when it is emptied", () => {
    expect(writeRow(row("On centre"), "", { spacing: "24" })).toBeUndefined();
    expect(writeRow(row("2x6 measures"), "", { lumber: { "2x6": ["1", "5"] } })).toBeUndefined();
    expect(
      writeRow(row("or room, measured"), "", { measured: { heights: ["97"], play: "1/4" } }),
    ).toBeUndefined();
    expect(writeRow(row("Narrow face"), "", { stud_make: { kind: "composite", narrow: "1" } })).toEqual({
      kind: "composite",
    });
  });

  it("is sent as it stands when it is no count", () => {
    expect(writeRow(row("Jacks a side"), "many", {})).toBe("many");
  });
});

test("a row is asked for where it means something", () => {
  expect(row("Narrow face").isAsked?.({ stud_make: { kind: "sawn" } })).toBe(false);
  expect(row("Narrow face").isAsked?.({ stud_make: { kind: "composite" } })).toBe(true);
  expect(row("Jamb").isAsked?.({ door_allowance: { width: "2", height: "3" } })).toBe(false);
});
