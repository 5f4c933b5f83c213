import { expect, it } from "vitest";
import type { Edit, Way } from "../api/client";
import { editOf, tryWay } from "./considered";

const row = (way: string, key: string): Way =>
  ({ way, key, name: way, options: [{ value: "flat", name: "Flat", when: "" }] }) as unknown as Way;
const KIND = row("header.kind", "header");
const SIZE = row("header.size", "header");
const SPACING = row("spacing", "spacing");
const edit = (way: string, text: string | null): Edit => ({ edit: "set-way", way, text });

it("tries the rows of one key together, each once", () => {
  const kind = tryWay(null, KIND, "flat");
  expect(kind).toMatchObject({ says: "header.kind: Flat", edits: [edit("header.kind", "flat")] });
  expect(editOf(kind)).toEqual(edit("header.kind", "flat"));
  const both = tryWay(tryWay(kind, SIZE, "2x8"), SIZE, "2x10");
  expect(editOf(both)).toEqual({
    edit: "several",
    edits: [edit("header.kind", "flat"), edit("header.size", "2x10")],
  });
});

it("leaves what was tried when another way is looked at, or when the key is to follow", () => {
  expect(tryWay(tryWay(null, KIND, "flat"), SPACING, "24").edits).toEqual([edit("spacing", "24")]);
  expect(tryWay(tryWay(null, SIZE, "2x10"), KIND, null).edits).toEqual([edit("header.kind", null)]);
});
