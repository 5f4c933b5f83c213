import { Button } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { useQueryClient } from "@tanstack/react-query";
import { Link, useParams, useSearchParams } from "react-router";
import type { ExerciseOf, PracticeLevel } from "../api/client";
import { useJob } from "../api/queries";
import { SheetOnDeck } from "./SheetOnDeck";
import { ownSource, type Source } from "./source";
import { addressOf, anyNumber, usePractice, whoseOf } from "./usePractice";

/** An exercise of one's own: of a level and a number, or a wall of a job. */
export function ExerciseScreen() {
  const { level = "", number = "" } = useParams();
  const [search] = useSearchParams();
  return level === "wall" ? (
    <OfJob job={search.get("job") ?? ""} wall={number} />
  ) : (
    <MadeUp level={level as PracticeLevel["level"]} number={number} search={search} />
  );
}

function MadeUp({
  level,
  number,
  search,
}: {
  level: PracticeLevel["level"];
  number: string;
  search: URLSearchParams;
}) {
  const { data } = usePractice();
  const about = data?.levels.find((one) => one.level === level);
  const whose = whoseOf(search);
  const source = useCounting(ownSource({ level, seed: Number(number), ...whose }));
  return (
    <SheetOnDeck
      key={source.key}
      source={source}
      title={about ? t`${about.called}, number ${number}` : t`Exercise ${number}`}
      teaches={about?.teaches}
      onward={
        <>
          <Button asChild variant="solid" size="md">
            <Link to={addressOf(data?.next ?? level, anyNumber(number), search)}>{t`Next exercise`}</Link>
          </Button>
          <Button asChild variant="outline" size="md">
            <Link to={`/practice?${search}`}>{t`All exercises`}</Link>
          </Button>
        </>
      }
    />
  );
}

function OfJob({ job, wall }: { job: string; wall: string }) {
  const { data } = useJob(job);
  const source = useCounting(ownSource({ job, wall, seed: 1 } satisfies ExerciseOf));
  return (
    <SheetOnDeck
      key={source.key}
      source={source}
      title={data ? t`Wall ${wall} of ${data.job.name}` : t`Wall ${wall}`}
      teaches={t`A wall as it will be built: what you mark is compared with the bench.`}
      onward={
        <Button asChild variant="outline" size="md">
          <Link to={`/jobs/${job}/bench/${encodeURIComponent(wall)}`}>{t`See it on the bench`}</Link>
        </Button>
      }
    />
  );
}

/** How one gets on is asked for again once something is handed in. */
function useCounting(source: Source): Source {
  const queries = useQueryClient();
  return {
    ...source,
    grade: async (sheet) => {
      const grade = await source.grade(sheet);
      void queries.invalidateQueries({ queryKey: ["practice"] });
      return grade;
    },
  };
}
