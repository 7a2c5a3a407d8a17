import { useQueryClient } from "@tanstack/react-query";
import { lazy, Suspense, useState } from "react";
import { useNavigate } from "react-router";
import { client, unwrap } from "../api/client";
import { sessionQuery } from "../api/queries";
import type { Person } from "../api/types";
import { applyTheme, storedTheme, type Theme } from "../app/theme";
import { Menu, type MenuItem } from "./Menu";

const SignOutDialog = lazy(async () => ({ default: (await import("./SignOutDialog")).SignOutDialog }));
const THEME_WORDS: Record<Theme, string> = { system: "as the device", light: "light", dark: "dark" };
const NEXT: Record<Theme, Theme> = { system: "dark", dark: "light", light: "system" };

/** Who is signed in, the theme, and the way out. */
export function AccountMenu({ person, more = [] }: { person: Person; more?: MenuItem[] }) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [theme, setTheme] = useState(storedTheme);
  const changeTheme = () => {
    applyTheme(NEXT[theme]);
    setTheme(NEXT[theme]);
  };
  const changeUnits = async () => {
    const units = person.units === "us" ? "metric" : "us";
    queries.setQueryData(sessionQuery.queryKey, await unwrap(client.PUT("/api/v1/session/units", { body: { units } })));
    // Sentences are made by the server, in the reader's units.
    await queries.invalidateQueries({ predicate: (query) => query.queryKey !== sessionQuery.queryKey });
  };
  const [waiting, setWaiting] = useState(0);
  const askToSignOut = async () => {
    const count = await import("../api/waitingOf").then(
      ({ allThatWaits }) => allThatWaits(person.id),
      () => 0, // the network is gone, and so is the way out
    );
    if (count > 0) setWaiting(count);
    else await signOut();
  };
  const signOut = async () => {
    await unwrap(client.DELETE("/api/v1/session"));
    queries.clear();
    window.location.assign("/");
  };
  return (
    <>
      <Menu
        heading={`${person.name}, ${person.shop}`}
        trigger={
          <button type="button" className="touch h-8 whitespace-nowrap hover:text-ink">
            {person.name} ▾
          </button>
        }
        items={[
          ...more,
          { label: `Theme: ${THEME_WORDS[theme]}`, keys: "press to change", onSelect: changeTheme },
          {
            label: `Units: ${person.units === "us" ? "foot, pound, °F" : "metre, kilogram, °C"}`,
            keys: "press to change",
            onSelect: () => void changeUnits(),
          },
          { label: "Parts", onSelect: () => navigate("/parts") },
          { label: "Shop and people", onSelect: () => navigate("/shop") },
          { label: "Your account", onSelect: () => navigate("/account") },
          { label: "Sources and tables", onSelect: () => navigate("/sources") },
          { label: "Sign out", onSelect: () => void askToSignOut() },
        ]}
      />
      {waiting > 0 && (
        <Suspense>
          <SignOutDialog waiting={waiting} onStay={() => setWaiting(0)} onSignOut={() => void signOut()} />
        </Suspense>
      )}
    </>
  );
}
