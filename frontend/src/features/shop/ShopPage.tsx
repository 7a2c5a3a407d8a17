import { useEffect } from "react";
import type { Person } from "../../api/types";
import { PlainHeader } from "../../ui/PlainHeader";
import { Defaults } from "./Defaults";
import { People } from "./People";

/** Who works here, and what new rigs start from. */
export function ShopPage({ person }: { person: Person }) {
  useEffect(() => {
    document.title = "Shop – Ryokan";
  }, []);
  return (
    <>
      <PlainHeader title={<h1>{person.shop}</h1>} person={person} />
      <main className="mx-auto max-w-[64rem] px-5 py-7">
        <People person={person} />
        <Defaults person={person} />
      </main>
    </>
  );
}
