import { useEffect, useRef } from "react";
import { useNavigation } from "react-router";

/**
 * Whether somebody went on to another screen, or is on the way there, since this one was drawn: whatever comes back
 * from the server then is not to fetch them back.
 */
export function useLeaving(): () => boolean {
  const { state } = useNavigation();
  const leaving = useRef(false);
  useEffect(() => {
    leaving.current = state !== "idle";
    return () => {
      leaving.current = true;
    };
  }, [state]);
  return () => leaving.current;
}
