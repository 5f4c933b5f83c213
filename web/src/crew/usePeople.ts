import { t } from "@lingui/core/macro";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answered, client, type Person, type Refused } from "../api/client";
import { useNotices } from "../app/notices";
import { leaveAll } from "../site/offlineCopy";

export const ROLES = [
  { value: "lead", label: t`Lead, changes plans` },
  { value: "framer", label: t`Framer, records finished work` },
  { value: "viewer", label: t`Viewer, looks only` },
] as const;

const KEY = ["people"];

/** Everybody of the crew, by name. */
export function usePeople() {
  return useQuery({ queryKey: KEY, queryFn: () => answered<Person[]>(client.GET("/api/people")) });
}

/** Everything that is done with people; what is refused is told, and answered with null. */
export function usePeopleChange() {
  const queries = useQueryClient();
  const { tell } = useNotices();
  const { mutateAsync, isPending } = useMutation<unknown, Refused, () => Promise<unknown>>({
    mutationFn: (send) => send(),
    onSettled: () => queries.invalidateQueries({ queryKey: KEY }),
  });
  const told = (refused: Refused) => {
    tell({ text: refused.message, tone: "trouble" });
    return null;
  };
  const linked = (send: () => Promise<unknown>) =>
    mutateAsync(send).then((link) => (link as { path: string }).path, told);
  const of = (person: string) => ({ params: { path: { person_id: person } } });
  return {
    isBusy: isPending,
    invite: (body: { name: string; initials: string; role: Person["role"] }) =>
      linked(() => answered(client.POST("/api/people", { body }))),
    link: (person: string) => linked(() => answered(client.POST("/api/people/{person_id}/link", of(person)))),
    /** Resolves to why it was refused, or null. */
    changeRole: (person: string, role: Person["role"]) =>
      mutateAsync(() =>
        answered(client.PUT("/api/people/{person_id}", { ...of(person), body: { role } })),
      ).then(
        () => null,
        (refused: Refused) => refused.message,
      ),
    remove: (person: string) =>
      mutateAsync(() => answered(client.DELETE("/api/people/{person_id}", of(person)))).catch(told),
    signOut: (isEverywhere: boolean) =>
      // Not like other changes: the crew can no longer be read. Nothing that was seen stays for the next person
      // at this device.
      answered(isEverywhere ? client.POST("/api/session/everywhere") : client.DELETE("/api/session"))
        .then(leaveAll)
        .then(() => window.location.assign("/"), told),
  };
}
