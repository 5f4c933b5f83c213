import { createContext, use } from "react";
import { type createBrowserRouter, useLocation } from "react-router";

type Router = ReturnType<typeof createBrowserRouter>;

/** The router itself: what it is on the way to is known there at once, and drawn only later. */
export const RouterContext = createContext<Router | null>(null);

/**
 * Going on to another screen when the server has answered, unless somebody went elsewhere meanwhile: whatever comes
 * back then is not to fetch them back.
 */
export function useOnward(): (to: string) => void {
  const router = use(RouterContext);
  const { key } = useLocation();
  return (to) => {
    if (!router) throw new Error("no router is provided");
    const { navigation, location } = router.state;
    if (navigation.state === "idle" && location.key === key) router.navigate(to);
  };
}
