// @vitest-environment happy-dom
import { ChakraProvider } from "@chakra-ui/react";
import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { type ReactNode, useState } from "react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Way } from "../api/client";
import { SelectField } from "../app/SelectField";
import { type Enter, TextField } from "../app/TextField";
import { system } from "../app/theme";
import { WayRow } from "./WayRow";

afterEach(cleanup);

function show(children: ReactNode) {
  return render(<ChakraProvider value={system}>{children}</ChakraProvider>);
}

/** A field over a value that becomes what is entered, as the server would have it. */
function Kept({ onEnter, ...rest }: { onEnter: Enter; label: string; whence?: string }) {
  const [value, setValue] = useState("16");
  return (
    <TextField
      {...rest}
      value={value}
      onEnter={async (text) => {
        const refusal = (await onEnter(text)) ?? null;
        if (refusal === null) setValue(text);
        return refusal;
      }}
    />
  );
}

describe("a text field", () => {
  it("counts once when Enter is pressed and the field is left", async () => {
    const enter = vi.fn(async () => null);
    show(<Kept label="On center" onEnter={enter} />);
    await userEvent.clear(screen.getByLabelText("On center"));
    await userEvent.type(screen.getByLabelText("On center"), "24{Enter}");
    await userEvent.tab();
    expect(enter.mock.calls).toEqual([["24"]]);
  });

  it("counts nothing when it is left as it was, or given up", async () => {
    const enter = vi.fn(async () => null);
    show(<Kept label="On center" onEnter={enter} />);
    await userEvent.click(screen.getByLabelText("On center"));
    await userEvent.tab();
    await userEvent.type(screen.getByLabelText("On center"), "24{Escape}");
    await userEvent.tab();
    expect(enter).not.toHaveBeenCalled();
    expect(screen.getByLabelText<HTMLInputElement>("On center").value).toBe("16");
  });

  it("keeps what is refused, with the reason tied to it", async () => {
    show(<Kept label="On center" onEnter={async () => "Studs stand 8 to 48 inches on center."} />);
    const field = screen.getByLabelText<HTMLInputElement>("On center");
    await userEvent.clear(field);
    await userEvent.type(field, "3{Enter}");
    expect(field.value).toBe("3");
    expect(field.getAttribute("aria-invalid")).toBe("true");
    const reason = await screen.findByRole("alert");
    expect(reason.textContent).toBe("Studs stand 8 to 48 inches on center.");
    expect(`${field.getAttribute("aria-errormessage")} ${field.getAttribute("aria-describedby")}`).toContain(
      reason.id,
    );
    // An answer to what was typed before is dropped.
    await userEvent.type(field, "2");
    expect(field.getAttribute("aria-invalid")).not.toBe("true");
  });

  it("says where its value comes from, to the eye and to the ear", () => {
    show(<Kept label="On center" whence="this job" onEnter={() => undefined} />);
    const note = screen.getByText("from this job");
    expect(screen.getByLabelText("On center").getAttribute("aria-describedby")).toContain(note.id);
  });
});

it("a choice that is refused stays what it was and says why", async () => {
  const choices = [
    { value: "wood", label: "Wood" },
    { value: "slab", label: "Slab" },
  ] as const;
  show(<SelectField label="Floor" value="wood" choices={choices} onChoose={async () => "Not here."} />);
  await userEvent.selectOptions(screen.getByLabelText("Floor"), "Slab");
  expect((await screen.findByRole("alert")).textContent).toBe("Not here.");
  expect(screen.getByLabelText<HTMLSelectElement>("Floor").value).toBe("wood");
});

describe("a row of the ways", () => {
  const row: Way = {
    way: "jacks",
    key: "jacks",
    name: "Jacks",
    when: "",
    options: [
      { value: "to-plate", name: "To the plate", when: "" },
      { value: "floating", name: "On the sill", when: "" },
    ],
    is_open: false,
    width: "usual",
    empty: "",
    text: "to-plate",
    whence: "this wall",
    follows: "the job",
  };

  it("offers a choice, and the way back where it is set", async () => {
    const [enter, follow] = [vi.fn(), vi.fn()];
    show(<WayRow row={row} onEnter={enter} onFollow={follow} />);
    await userEvent.selectOptions(screen.getByLabelText("Jacks"), "On the sill");
    expect(enter).toHaveBeenCalledWith("floating");
    await userEvent.click(screen.getByRole("button", { name: "Jacks: follow the job again" }));
    expect(follow).toHaveBeenCalledOnce();
  });

  it("offers figures and takes any, where any will do", async () => {
    const enter = vi.fn();
    const open: Way = { ...row, name: "On center", is_open: true, text: "16", whence: null, follows: null };
    show(<WayRow row={open} onEnter={enter} onFollow={() => undefined} />);
    const field = screen.getByLabelText<HTMLInputElement>("On center");
    expect([...(field.list?.options ?? [])].map(({ value }) => value)).toEqual(["to-plate", "floating"]);
    await userEvent.clear(field);
    await userEvent.type(field, "13{Enter}");
    expect(enter).toHaveBeenCalledWith("13");
    expect(screen.queryByRole("button")).toBeNull();
  });
});
