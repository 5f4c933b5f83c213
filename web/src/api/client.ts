import { t } from "@lingui/core/macro";
import createClient from "openapi-fetch";
import { patientFetch } from "./away";
import type { components, paths } from "./schema.gen";

type Schemas = components["schemas"];

export type Bench = Schemas["BenchView"];
export type Changed = Schemas["Changed"];
export type Compare = Schemas["CompareView"];
export type Conflict = Schemas["ConflictView"];
export type CrewStandard = Schemas["CrewStandard"];
export type Board = Schemas["BoardView"];
export type BoardCut = Schemas["CutView"];
export type Check = Schemas["CheckView"];
export type Checks = Schemas["ChecksView"];
export type Measure = Schemas["MeasureView"];
export type LogLine = Schemas["EntryView"];
export type SiteEntry = Schemas["EntriesSent"]["entries"][number];
export type Site = Schemas["SiteView"];
export type SiteDay = Schemas["DayView"];
export type SiteTurn = Schemas["TurnView"];
export type SiteWall = Schemas["OnSite"];
export type Stop = Schemas["CalledStopView"];
export type Walk = Schemas["WalkView"];
export type HeldWalk = Schemas["HeldView"];
export type WallWork = Schemas["WorkView"];
export type Cutting = Schemas["CuttingView"];
export type CuttingRun = Schemas["RunView"];
export type CuttingSection = Schemas["SectionView"];
export type Drawing = Schemas["DrawingView"];
export type DrawingGuess = Schemas["Guess"];
export type DrawingPart = Schemas["DrawingPart"];
export type Edit = Schemas["EditRequest"]["edit"];
export type EditReading = Schemas["EditReading"];
export type LineReading = Schemas["LineReading"];
export type UnreadPart = Schemas["UnreadPart"];
export type LineCompletions = Schemas["LineCompletions"];
export type TypedPhrases = Schemas["TypedPhrases"];
export type Effect = Schemas["EffectView"];
export type Fault = Schemas["FaultView"];
export type Finding = Schemas["FramedFinding"];
export type Answered = Schemas["AnswerView"];
export type CrewClass = Schemas["ClassView"];
export type ClassResults = Schemas["ClassResults"];
export type DrawnMark = Schemas["DrawnMark"];
export type Exercise = Schemas["ExerciseView"];
export type ExerciseOf = Schemas["ExerciseOf"];
export type Grade = Schemas["GradeView"];
export type Hint = Schemas["HintView"];
export type Lesson = Schemas["LessonView"];
export type Practice = Schemas["PracticeView"];
export type PracticeLevel = Schemas["LevelView"];
export type PupilResult = Schemas["PupilResult"];
export type Question = Schemas["QuestionView"];
export type SheetSoFar = Schemas["SheetRequest"];
export type FindingCounts = Schemas["FindingCounts"];
export type HeaderCheck = Schemas["HeaderCheckView"];
export type HeaderLine = Schemas["HeaderLine"];
export type Headers = Schemas["HeadersView"];
export type InLine = Schemas["InLine"];
export type Job = Schemas["JobView"];
export type JobSummary = Schemas["JobSummary"];
export type Marked = Schemas["MarkedView"];
export type Stroke = Schemas["StrokeView"];
export type Mark = Schemas["PlateMark"];
export type Member = Schemas["Piece"];
export type Made = Schemas["MadeView"];
export type RemovedJob = Schemas["RemovedJob"];
export type Rework = Schemas["ReworkView"];
export type NamedSum = Schemas["NamedSum"];
export type Opening = Schemas["OpeningFile"];
export type OpeningForm = Schemas["OpeningForm"];
export type OpeningOnBench = Schemas["OpeningOnBench"];
export type Order = Schemas["OrderView"];
export type OrderLine = Schemas["LineView"];
export type Person = Schemas["PersonView"];
export type Share = Schemas["ShareView"];
export type Picture = Schemas["PictureFile"];
export type Plan = Schemas["PlanView"];
export type PlanOpening = Schemas["PlanOpening"];
export type PlanPreview = Schemas["PlanPreview"];
export type PlanWall = Schemas["PlanWall"];
export type Position = Schemas["OpeningFile"]["at"];
export type Pole = Schemas["PoleView"];
export type Poles = Schemas["PolesView"];
export type Purpose = Schemas["PurposeView"];
export type Schedule = Schemas["ScheduleView"];
export type ScaleModel = Schemas["ModelView"];
export type ScheduleLine = Schemas["ScheduleLine"];
export type SignedIn = Schemas["SignedIn"];
export type Tally = Schemas["TallyView"];
export type Wall = Schemas["WallFile"];
export type Way = Schemas["WayView"];
export type WaysGroup = Schemas["WaysGroup"];

export const client = createClient<paths>({ baseUrl: "/", fetch: (request) => patientFetch(request) });

/** How a file goes to the server: its bytes, as they are. */
export const AS_IT_IS = {
  bodySerializer: (body: unknown) => body as BodyInit,
  headers: { "Content-Type": "application/octet-stream" },
};

/** What the server refused, with its sentence and every single fault. */
export class Refused extends Error {
  readonly faults: Fault[];
  readonly conflict: Conflict | null;

  constructor(status: number, body: unknown) {
    const refusal = isRefusal(body) ? body : null;
    super(refusal?.message ?? t`The server answered ${status}; look at the window where Bluff was started.`);
    this.faults = refusal?.faults ?? [];
    this.conflict = status === 409 && refusal && "current" in refusal ? (refusal as Conflict) : null;
  }
}

/**
 * The data of an answer; throws `Refused` for any other answer than a good one.
 *
 * The type is named by the caller: the client library widens pairs, which steps of a sum are, to lists.
 */
export async function answered<T>(
  request: Promise<{ data?: unknown; error?: unknown; response: Response }>,
): Promise<T> {
  const { data, error, response } = await request.catch(() => {
    throw new Refused(0, {
      message: t`Bluff does not answer. Is it still running where it was started?`,
      faults: [],
    });
  });
  if (!response.ok) throw new Refused(response.status, error);
  return data as T;
}

function isRefusal(body: unknown): body is { message: string; faults: Fault[] } {
  return typeof body === "object" && body !== null && "message" in body && "faults" in body;
}
