import { useQuery } from "@tanstack/react-query";
import { client, unwrap } from "../../api/client";
import type { FoundLineAnswer } from "../../api/types";
import { LineField, QuestionNote, whyUnread } from "../worksheet/LineField";
import { Spelled } from "../worksheet/Spelled";
import { useRig } from "../worksheet/useRig";
import { lastPosition } from "./lastPosition";

type Of = "thing" | "reading";

/** The local time, to the minute, as a reading has it. */
export function localNow(): string {
  const now = new Date();
  const two = (value: number) => String(value).padStart(2, "0");
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}T${two(now.getHours())}:${two(now.getMinutes())}`;
}

/** One line of typing is one thing found, one moment of readings, or one piece of room. */
export function FoundLine({
  of,
  label,
  placeholder,
  autoFocus = false,
}: {
  of: Of;
  label: string;
  placeholder: string;
  autoFocus?: boolean;
}) {
  const { optionId, rig, foundLines } = useRig();
  const last = of === "reading" ? lastPosition(rig.survey.readings) : lastPosition(rig.survey.items);
  return (
    <LineField
      label={label}
      list={`${optionId} ${of}`}
      marker={`${of}-line`}
      placeholder={placeholder}
      autoFocus={autoFocus}
      action="Enter adds it"
      onTake={(line) => void foundLines.add({ line, position: last + 1, replaces: null, of, at: localNow() })}
      onUp={focusAsked}
      note={(line, settled, pick) => <WhatIsRead line={line} settled={settled} of={of} loud={false} onPick={pick} />}
    />
  );
}

/** What the line is taken for so far. While it is typed what is missing is asked softly. */
function WhatIsRead({
  line,
  settled,
  of,
  loud,
  onPick,
}: {
  line: string;
  settled: string;
  of: Of;
  loud: boolean;
  onPick: (line: string) => void;
}) {
  const { optionId, answer } = useRig();
  const reading = useQuery({
    queryKey: ["found-line", optionId, answer.revision, settled, of],
    enabled: settled.trim() !== "",
    gcTime: 10_000,
    placeholderData: (before: FoundLineAnswer | undefined) => before,
    queryFn: async () => {
      const params = { path: { option_id: optionId } };
      const body = { line: settled, id: "new", position: 0, of, at: localNow() };
      return (await unwrap(
        client.POST("/api/v1/options/{option_id}/found-lines", { params, body }),
      )) as FoundLineAnswer;
    },
  });
  if (!line.trim()) return null;
  if (reading.failureReason) return <p className="text-fault">{whyUnread(reading.failureReason)}</p>;
  if (!reading.data) return null;
  const spelled = !reading.isPlaceholderData && <Spelled line={settled} marks={reading.data.marks} />;
  if (reading.data.understood)
    return (
      <>
        {spelled}
        <p className="text-soft">{reading.data.understood}</p>
      </>
    );
  return (
    <>
      {spelled}
      {reading.data.questions.map((one) => (
        <QuestionNote key={one.code + one.start} question={one} loud={loud} onPick={onPick} />
      ))}
    </>
  );
}

/** From the empty line up to the last one that is asked about. */
function focusAsked(): boolean {
  const asked = [...document.querySelectorAll<HTMLElement>("[data-asked-line]")].at(-1);
  asked?.focus();
  return asked !== undefined;
}

/** Lines between the Enter key and what they make: being read, or asked about. */
export function WaitingLines({ of }: { of: Of }) {
  const { found, foundLines } = useRig();
  const waiting = found.lines.filter((one) => (one.of ?? "thing") === of);
  if (waiting.length === 0) return null;
  const goOn = () => document.querySelector<HTMLElement>(`[data-${of}-line]`)?.focus();
  return (
    <ul aria-label="Lines that are not in the list yet" className="mb-4">
      {waiting.map((one) =>
        one.state === "reading" ? (
          <li key={one.id} className="py-1">
            <span className="font-mono text-[14px]">{one.line}</span>
            <span className="ml-3 text-[13px] text-soft">
              {found.trouble ? "kept here, not read yet" : "being read"}
            </span>
          </li>
        ) : (
          <li key={one.id} className="pt-2">
            <LineField
              label={`Asked about: ${one.line}`}
              list={null}
              marker="row-line"
              start={one.line}
              asked
              action="Enter reads it again"
              onTake={(line) => {
                foundLines.change(one.id, line);
                goOn();
              }}
              onLeave={() => {
                foundLines.drop(one.id);
                goOn();
              }}
              note={(line, settled, pick) => (
                <>
                  {one.state === "refused" && line === one.line && (
                    <p className="text-danger">
                      {one.problem?.detail ?? "The server failed on this line three times."}
                    </p>
                  )}
                  <WhatIsRead line={line} settled={settled} of={of} loud onPick={pick} />
                </>
              )}
            />
          </li>
        ),
      )}
    </ul>
  );
}
