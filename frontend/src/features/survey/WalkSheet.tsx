import { createPortal } from "react-dom";
import type { Asked } from "../../api/types";
import { nameOf, say } from "./foundKinds";
import { calledPlace, type Place } from "./placesOf";

// Rows of text that one page holds in its two columns, in the wide setting and in the tight one, and what each thing on it takes.
const WIDE = { page: 120, place: 8.5, question: 2.2 };
const TIGHT = { page: 185, place: 6, question: 2.2 };
const READ = 14;

const rows = (of: typeof WIDE, places: number, questions: number) => READ + places * of.place + questions * of.question;

/** The walk on paper: one page, place by place, with a box for each answer and room to write. On a screen it does not show. */
export function WalkSheet({ places, asked }: { places: Place[]; asked: Asked[] }) {
  const open = asked.filter((one) => !one.set_aside);
  const tight = rows(WIDE, places.length, open.length) > WIDE.page;
  // Those that decide least stay off a page that has no room for them.
  const fits = Math.max(0, Math.floor((TIGHT.page - rows(TIGHT, places.length, 0)) / TIGHT.question));
  const printed = new Set([...open].sort((one, other) => rank(one) - rank(other)).slice(0, tight ? fits : open.length));
  const left = open.length - printed.size;
  return createPortal(
    <div className={`paper-sheet ${tight ? "walk-tight" : ""}`} aria-hidden="true">
      <h1>The walk round the vehicle</h1>
      <p className="walk-head">
        {document.title} · {open.length} to ask
        {left > 0 && `, ${left} of which have no room here`}
      </p>
      <p className="walk-write">
        Date <Rule mm={40} /> who <Rule />
      </p>
      <div className="walk-columns">
        {places.map((place) => (
          <section key={place.name}>
            <h2>{calledPlace(place)}</h2>
            {place.things.length > 0 && (
              <p className="walk-things">{place.things.map(([, one]) => `${nameOf(one)}: ${say(one)}`).join(" · ")}</p>
            )}
            <ul>
              {open
                .filter((one) => one.place === place.name && printed.has(one))
                .map((one) => (
                  <li key={one.key}>
                    {one.grade === "danger" && <b>! </b>}
                    {one.what}{" "}
                    {one.answers.map((answer) => (
                      <span key={answer.label} className="walk-box">
                        ☐ {answer.label}
                      </span>
                    ))}
                    {(one.answers.length === 0 || one.entry) && <Rule mm={tight ? 24 : 34} />}
                  </li>
                ))}
            </ul>
            <p className="walk-write">
              Seen <Rule /> {tight && "☐ nothing else"}
            </p>
            {!tight && (
              <p className="walk-write">
                <Rule /> ☐ nothing else
              </p>
            )}
          </section>
        ))}
        <section>
          <h2>Read</h2>
          <p className="walk-write">
            Volts <Rule /> at rest / charging / loaded
          </p>
          <p className="walk-write">
            Gauge, % <Rule /> amps, in or out <Rule />
          </p>
          <p className="walk-write">
            Array, W <Rule /> clear / hazy / overcast, at <Rule />
          </p>
          <p className="walk-write">
            Mains, V <Rule /> meter <Rule />
          </p>
        </section>
      </div>
    </div>,
    document.body,
  );
}

/** A line to write on; without a width as long as there is room. */
function Rule({ mm }: { mm?: number }) {
  return <span className="walk-rule" style={mm === undefined ? {} : { flex: "none", width: `${mm}mm` }} />;
}

const rank = (one: Asked) => (one.grade === "danger" ? 0 : 1);
