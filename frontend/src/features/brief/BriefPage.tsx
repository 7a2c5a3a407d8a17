import { Section } from "../../ui/PageHead";
import { AssumptionList } from "../worksheet/AssumptionList";
import { StepFindings } from "../worksheet/StepFindings";
import { BriefSentence } from "./BriefSentence";
import { StayTable } from "./StayTable";
import { WaysIn } from "./WaysIn";
import { WhatFollows } from "./WhatFollows";

export function BriefPage() {
  return (
    <>
      <BriefSentence />
      <WhatFollows />
      <StepFindings step="brief" />
      <Section title="Other ways in" aside="beside the audit of loads">
        <WaysIn />
      </Section>
      <Section title="Stays" aside="what the journey is made of">
        <StayTable />
      </Section>
      <Section title="Assumed until somebody says otherwise" aside="type over a value to change it for this rig">
        <AssumptionList />
      </Section>
    </>
  );
}
