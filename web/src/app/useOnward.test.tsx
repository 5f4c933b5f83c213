// @vitest-environment happy-dom
import { cleanup, render, screen } from "@testing-library/react";
import { useEffect } from "react";
import { createMemoryRouter, Link, RouterProvider } from "react-router";
import { afterEach, describe, expect, it } from "vitest";
import { RouterContext, useOnward } from "./useOnward";

afterEach(cleanup);

/** A screen whose answer leads on to its wall, and a link that leads elsewhere. */
function Bench({ onAsked }: { onAsked: (answer: () => void) => void }) {
  const onward = useOnward();
  useEffect(() => onAsked(() => onward("/bench/A")));
  return <Link to="/order">Order</Link>;
}

/** The bench on the screen; what it awaits is answered by `answer`, the other screen fetched by `elsewhere`. */
function shown(elsewhere: () => Promise<unknown>) {
  let answer = () => {};
  const onAsked = (answered: () => void) => {
    answer = answered;
  };
  const router = createMemoryRouter([
    { path: "/", element: <Bench onAsked={onAsked} /> },
    { path: "/bench/A", element: <p>Wall A</p> },
    { path: "/order", lazy: async () => ({ element: <p>{String(await elsewhere())}</p> }) },
  ]);
  render(
    <RouterContext value={router}>
      <RouterProvider router={router} />
    </RouterContext>,
  );
  return { router, answer: () => answer() };
}

describe("going on when the server has answered", () => {
  it("goes on for somebody who waits", async () => {
    const { router, answer } = shown(async () => null);
    answer();
    await expect.poll(() => router.state.location.pathname).toBe("/bench/A");
  });

  it("does not fetch back somebody on the way elsewhere, before anything of it is drawn", async () => {
    let fetched = () => {};
    const { router, answer } = shown(
      () =>
        new Promise<void>((resolve) => {
          fetched = resolve;
        }),
    );
    // Not through act, which would draw at once what a busy phone draws late.
    screen.getByText("Order").click();
    answer();
    fetched();
    await expect.poll(() => router.state.location.pathname).toBe("/order");
    expect(router.state.navigation.state).toBe("idle");
  });

  it("does not fetch back somebody who got there", async () => {
    const { router, answer } = shown(async () => null);
    await router.navigate("/order");
    answer();
    await Promise.resolve();
    expect(router.state.location.pathname).toBe("/order");
  });
});
