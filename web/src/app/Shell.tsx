import { lazy, Suspense, useEffect } from "react";
import { Outlet } from "react-router";
import { useAway } from "../api/away";
import { isInAnotherLanguage } from "../language/language";
import { setAuthor } from "../outbox/outbox";
import { AwayBar } from "./AwayBar";
import { NewerBar } from "./NewerBar";
import { NoticeStack } from "./NoticeStack";
import { NoticesProvider } from "./notices";
import look from "./Shell.module.css";
import { StagePole } from "./StagePole";
import { useSession } from "./session";

// What few ever see is fetched when it is shown.
const SignIn = lazy(async () => ({ default: (await import("./SignIn")).SignIn }));
const FirstWall = lazy(async () => ({ default: (await import("./FirstWall")).FirstWall }));

/** Every screen: the pole of stages beside it, notices above it. */
export function Shell() {
  const { data: session } = useSession();
  const { isOut } = useAway();
  useEffect(() => setAuthor(session ?? null), [session]);
  useEffect(() => {
    // Chosen on another device, or by the person who signed in just now.
    if (session && isInAnotherLanguage()) window.location.reload();
  }, [session]);
  return (
    <NoticesProvider>
      <div className={look.page}>
        <AwayBar />
        <NewerBar />
        <div className={look.body}>
          <StagePole />
          <main className={look.screen}>
            <Outlet />
            <Suspense>{session?.is_led && <FirstWall />}</Suspense>
          </main>
        </div>
      </div>
      <NoticeStack />
      <Suspense>{isOut && <SignIn />}</Suspense>
    </NoticesProvider>
  );
}
