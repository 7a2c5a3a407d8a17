import { useQuery } from "@tanstack/react-query";
import { noticesQuery } from "../../api/queries";
import { Failed, Waiting } from "../../ui/states";

/** What ships with the program and is by others: who is to be named, and under which licence it came. */
export function Notices() {
  const { data, error, failureReason, refetch } = useQuery(noticesQuery);
  return (
    <section className="mb-8" aria-labelledby="notices">
      <h2 id="notices" className="border-ink border-b pb-1 font-semibold text-[14px]">
        Shipped with this, by others
      </h2>
      {error && !data && <Failed error={error} retry={() => void refetch()} />}
      {!error && !data && <Waiting what="the notices" failed={failureReason} />}
      <ul>
        {data?.shipped.map((one) => (
          <li key={one.title} className="border-rule border-b py-2.5">
            <p className="font-semibold">{one.title}</p>
            <p className="text-[14px] text-soft">
              By {one.by}. {one.licence}
              {one.licence_url && <span className="figure">, {one.licence_url.replace("https://", "")}</span>}.{" "}
              {one.changes}
            </p>
          </li>
        ))}
      </ul>
      <p className="pt-2.5 text-[14px]">
        <a className="touch text-stored underline underline-offset-2" href="/assets/licences.md">
          Licences of the libraries that the interface is built of
        </a>
      </p>
    </section>
  );
}
