import { useQuery } from "@tanstack/react-query";
import { type ReactNode, useEffect } from "react";
import { useParams, useSearchParams } from "react-router";
import { photographsQuery, sessionQuery } from "../../api/queries";
import { lazyPage } from "../../ui/lazyPage";
import { PageHead } from "../../ui/PageHead";
import { Tabs } from "../../ui/Tabs";
import { StepFindings } from "../worksheet/StepFindings";
import { useRig } from "../worksheet/useRig";
import { inWords } from "../worksheet/words";
import { BeginFrom } from "./BeginFrom";
import { FoundList } from "./FoundList";
import { FoundDialog } from "./foundDialogs";
import { HandheldSheet } from "./HandheldSheet";

const Systems = lazyPage("the other systems", async () => (await import("./Systems")).Systems);

const Photographs = lazyPage("the photographs", async () => (await import("./Photographs")).Photographs);

const VehicleSheet = lazyPage("the vehicle", async () => (await import("./VehicleSheet")).VehicleSheet);

const Readings = lazyPage("the readings", async () => (await import("./Readings")).Readings);

const Walk = lazyPage("the walk", async () => (await import("./Walk")).Walk);

const RoomSheet = lazyPage("the room", async () => (await import("./RoomSheet")).RoomSheet);

/** What is there before anything is planned. */
export function SurveyPage() {
  const { jobId = "" } = useParams();
  useEffect(fetchSheetsAhead, []);
  const { rig, answer } = useRig();
  const [params, setParams] = useSearchParams();
  const photographs = useQuery(photographsQuery(jobId)).data?.photographs ?? [];
  const role = useQuery(sessionQuery).data?.person?.role;
  const onTab = (tab: string) => setParams({ tab }, { replace: true });
  const inHand = (tab: "walk" | "readings", sheet: ReactNode) => (
    <HandheldSheet tab={tab} onTab={onTab}>
      {sheet}
    </HandheldSheet>
  );
  return (
    <>
      <PageHead>{headline(Object.values(rig.survey.items))}</PageHead>
      <StepFindings step="survey" />
      <Tabs
        label="Survey"
        value={params.get("tab") ?? "found"}
        onChange={onTab}
        sheets={[
          {
            value: "found",
            label: "What is there",
            count: Object.keys(rig.survey.items).length,
            children: () => (
              <>
                <FoundList />
                <BeginFrom />
              </>
            ),
          },
          { value: "walk", label: "Walk", count: answer.asked.all, children: () => inHand("walk", <Walk />) },
          {
            value: "readings",
            label: "Readings",
            count: Object.keys(rig.survey.readings).length,
            children: () => inHand("readings", <Readings />),
          },
          { value: "vehicle", label: "Vehicle", children: () => <VehicleSheet /> },
          {
            value: "room",
            label: "Room",
            count: Object.keys(rig.space.compartments).length,
            children: () => <RoomSheet />,
          },
          {
            value: "photographs",
            label: "Photographs",
            count: photographs.length,
            children: () => <Photographs mayAdd={role !== undefined && role !== "viewer"} />,
          },
          {
            value: "systems",
            label: "Other systems",
            count: Object.keys(rig.links).length,
            children: () => <Systems />,
          },
        ]}
      />
    </>
  );
}

/** In a vehicle the network may be gone by the time a sheet is opened. */
function fetchSheetsAhead() {
  const timer = setTimeout(() => {
    for (const sheet of [Walk, Readings, FoundDialog, RoomSheet, Systems, Photographs, VehicleSheet])
      void sheet.fetchAhead();
  }, 1_000);
  return () => clearTimeout(timer);
}

function headline(items: { fate: string }[]): string {
  if (items.length === 0) return "Look the vehicle over: what is there, what its labels say, and where there is room.";
  const count = (fate: string) => items.filter((item) => item.fate === fate).length;
  const [stays, goes, open] = [count("stays"), count("goes"), count("open")];
  const parts = [
    stays > 0 && `${inWords(stays)} ${stays === 1 ? "stays" : "stay"}`,
    goes > 0 && `${inWords(goes)} ${goes === 1 ? "goes" : "go"}`,
    open > 0 && `${inWords(open)} ${open === 1 ? "is" : "are"} not decided`,
  ].filter(Boolean);
  const things = items.length === 1 ? "One thing is there" : `${capital(inWords(items.length))} things are there`;
  return `${things}: ${parts.join(", ")}.`;
}

function capital(text: string): string {
  return (text[0]?.toUpperCase() ?? "") + text.slice(1);
}
