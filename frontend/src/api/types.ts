import type { components } from "./schema";

type Schemas = components["schemas"];

/** Answers carry every member, also those that may be left out when sending. */
type Filled<T> = T extends [infer One, infer Other]
  ? [One, Other]
  : T extends (infer Item)[]
    ? Filled<Item>[]
    : T extends object
      ? { [K in keyof T]-?: Filled<Exclude<T[K], undefined>> }
      : T;

export type Rig = Filled<Schemas["Rig"]>;
/** The version of the rig's document that this page knows: its edits speak of its members. */
export const SCHEMA_VERSION: Rig["schema_version"] = 9;
export type Load = Filled<Schemas["Load"]>;
export type Stay = Filled<Schemas["Stay"]>;
export type OptionAnswer = Omit<Schemas["OptionAnswer"], "rig" | "findings" | "overruled"> & {
  rig: Rig;
  findings: Finding[];
  overruled: Finding[];
};
export type EditAnswer = Omit<Schemas["EditAnswer"], "changes" | "changed_findings"> & {
  changes: PatchOperation[];
  changed_findings: Finding[];
};
export type Draft = Schemas["DraftAnswer"];
export type Part = Filled<Schemas["BookPartAnswer"]["part"]>;
export type BookPart = Omit<Schemas["BookPartAnswer"], "part"> & { part: Part };
export type PartKind = Schemas["PartKindAnswer"];
export type PartField = Schemas["PartFieldAnswer"];
export type Candidate = Omit<Schemas["CandidateAnswer"], "part" | "patch" | "findings"> & {
  part: Part;
  patch: PatchOperation[];
  findings: Finding[];
};
export type CandidatePlace = Schemas["CandidateQuery"]["place"];
export type Way = Omit<Schemas["WayAnswer"], "patch"> & { patch: PatchOperation[] };
export type Arrangement = { ways: Way[]; judged: number; apart: Way[] };
export type Beside = Omit<Schemas["BesideAnswer"], "patch"> & { patch: PatchOperation[] };
export type CurveOf = Omit<Schemas["CurveAnswer"], "peaks"> & { peaks: [number, number][] };
export type CurvesOf = Record<"series" | "parallel" | "clear", CurveOf> & {
  least_v: number | null;
  most_v: number | null;
};
export type PvArray = Rig["solar"]["arrays"][string];
export type PvString = PvArray["strings"][string];
export type PvController = Rig["solar"]["controllers"][string];
export type OwnPart = Rig["own_parts"][string];
export type LoadSet = { id: string; name: string; loads: Load[] };
export type ScheduleTable = Schemas["ScheduleTable"];
export type LabelOf = Schemas["LabelOf"];
export type DcRun = Schemas["DcRunAnswer"];
export type FuseOffers = Schemas["FuseOffers"];
export type SaidOfRun = Rig["wiring"]["runs"][string];
export type Comment = Schemas["CommentAnswer"];
export type Team = Schemas["TeamAnswer"];
export type ShopDefaults = Filled<Schemas["ShopDefaults"]>;
export type Role = Schemas["RoleChoice"]["role"];
export type Person = NonNullable<SessionAnswer["person"]>;
export type JobCard = Schemas["JobCardAnswer"];
export type Stage = Schemas["JobQuery"]["stage"] & string;
export type JobsWanted = Required<Pick<Schemas["JobQuery"], "find" | "order" | "page" | "archived">> & {
  stage?: Stage;
};
export type JobAnswer = Schemas["JobAnswer"];
export type SessionAnswer = Schemas["SessionAnswer"];
export type FigureValue = Schemas["FigureValue"];
export type TitledFigure = Schemas["TitledFigure"];
export type Working = Schemas["Working"];
export type PatchOperation = Schemas["PatchOperation"];
export type Finding = Schemas["FindingAnswer"];
/** A fix that was tried: it ends its finding and brings nothing worse. */
export type Fix = Omit<Schemas["FixAnswer"], "patch"> & { patch: PatchOperation[] };
export type Asked = Omit<Schemas["AskedAnswer"], "answers" | "not_known"> & {
  answers: Fix[];
  not_known: PatchOperation[];
};
export type Sight = Schemas["SightAnswer"];
export type FoundLineAnswer = Omit<Schemas["FoundLineAnswer"], "patch"> & { patch: PatchOperation[] };
export type ReadingsAnswer = Schemas["ReadingsAnswer"];
export type ToldReading = Schemas["ToldAnswer"];
export type Preview = Omit<Schemas["PreviewAnswer"], "ended" | "new"> & { ended: Finding[]; new: Finding[] };
export type Comparison = Schemas["Comparison"];
export type LedgerLine = Schemas["LedgerLineAnswer"];
export type LineAnswer = Schemas["LineAnswer"];
export type Question = Schemas["QuestionAnswer"];
export type LineMark = Schemas["MarkAnswer"];
export type Reference = Schemas["Reference"];
export type Assumption = Schemas["Assumption"];
export type Table = Schemas["TableAnswer"];
export type Wish = Omit<Schemas["WishAnswer"], "patch"> & { patch: PatchOperation[] };
export type MeterLog = Omit<Schemas["LogAnswer"], "measured" | "as_load"> & {
  measured: PatchOperation[];
  as_load: PatchOperation[];
};
export type WorkedFigure = Schemas["WorkedFigure"];
export type Together = Schemas["TogetherAnswer"];
export type Move = Omit<Schemas["MoveAnswer"], "patch"> & { patch: PatchOperation[] | null };
export type Journey = Omit<Schemas["JourneyAnswer"], "patch"> & { patch: PatchOperation[] };
export type DayOfSun = Schemas["DayOfSunAnswer"];
export type Photograph = Schemas["PhotographAnswer"];
export type SystemLink = Rig["links"][string];
export type OptionName = Schemas["OptionName"];
export type Source = Schemas["SourceAnswer"];
export type Problem = Schemas["Problem"];
export type StepState = "empty" | "needs_attention" | "open" | "fits";
export type Severity = "danger" | "fault" | "advice";

export type Step = Schemas["StepAnswer"]["step"];
export type AcAnswer = Schemas["AcAnswer"];
export type AcPicture = AcAnswer["pictures"][number];
export type TrialRan = NonNullable<Schemas["TrialAnswer"]["ran"]>;
export type Task = Schemas["TaskAnswer"];
export type LongTrial = Schemas["LongTrialAnswer"];
export type LongRan = NonNullable<LongTrial["ran"]>;
export type TrialNight = Schemas["TrialNight"];
export type TrialHour = Schemas["TrialHour"];
export type TrialHelp = Omit<Schemas["HelpAnswer"], "patch"> & { patch: PatchOperation[] };
export type TrialQuestionAnswer = Schemas["TrialQuestionAnswer"];
export type WhichYear = NonNullable<Schemas["TrialHours"]["which"]>;
