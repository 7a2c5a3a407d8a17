import { QueryClientProvider, useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { BrowserRouter, Navigate, Route, Routes } from "react-router";
import { queryClient, sessionQuery } from "../api/queries";
import type { SessionAnswer } from "../api/types";
import { JobsPage } from "../features/jobs/JobsPage";
import { CautionDialog } from "../features/sign-in/CautionDialog";
import { SignInAgain } from "../features/sign-in/SignInAgain";
import { SignInPage } from "../features/sign-in/SignInPage";
import { lazyPage } from "../ui/lazyPage";
import { Failed, Waiting } from "../ui/states";

const InvitationPage = lazyPage(
  "the invitation",
  async () => (await import("../features/account/InvitationPage")).InvitationPage,
);
const RigPage = lazyPage("the rig", async () => (await import("./rig/RigPage")).RigPage);
const ComparePage = lazyPage(
  "the comparison",
  async () => (await import("../features/compare/ComparePage")).ComparePage,
);
const SourcesPage = lazyPage("the sources", async () => (await import("../features/sources/SourcesPage")).SourcesPage);
const PartsPage = lazyPage("the parts book", async () => (await import("../features/parts/PartsPage")).PartsPage);
const ShopPage = lazyPage("the shop", async () => (await import("../features/shop/ShopPage")).ShopPage);
const AccountPage = lazyPage("your account", async () => (await import("../features/account/AccountPage")).AccountPage);

export function App() {
  return (
    <QueryClientProvider client={queryClient}>
      <BrowserRouter>
        <Routes>
          <Route path="/invitation" element={<InvitationPage />} />
          <Route path="*" element={<SignedIn />} />
        </Routes>
      </BrowserRouter>
    </QueryClientProvider>
  );
}

function SignedIn() {
  const session = useQuery(sessionQuery);
  if (session.isPending) return <Waiting what="Ryokan" failed={session.failureReason} />;
  if (session.isError) return <Failed error={session.error} retry={() => void session.refetch()} />;
  return <WhoeverWas session={session.data} />;
}

/** The pages of whoever is signed in. When the sign-in ends, what is open stays, under a sheet to sign in again. */
function WhoeverWas({ session }: { session: SessionAnswer }) {
  const [last, setLast] = useState(session.person);
  if (session.person && session.person !== last) setLast(session.person);
  usePhotographsOf(session.person?.id);
  const person = session.person ?? last;
  if (!person) return <SignInPage />;
  const { caution } = session;
  return (
    <>
      {!session.person && <SignInAgain was={person} />}
      {!person.caution_read && <CautionDialog caution={caution} />}
      <Routes>
        <Route path="/" element={<JobsPage person={person} />} />
        <Route path="/jobs/:jobId/:optionId/:step" element={<RigPage person={person} />} />
        <Route path="/jobs/:jobId/options" element={<ComparePage person={person} />} />
        <Route path="/sources" element={<SourcesPage person={person} />} />
        <Route path="/parts" element={<PartsPage person={person} />} />
        <Route path="/shop" element={<ShopPage person={person} />} />
        <Route path="/account" element={<AccountPage person={person} />} />
        <Route path="*" element={<Navigate to="/" replace />} />
      </Routes>
    </>
  );
}

/** Photographs that an earlier visit of whoever is signed in has left in this browser go out from any page. */
function usePhotographsOf(person: string | undefined) {
  useEffect(() => {
    const timer = setTimeout(() => {
      void import("../api/photographs").then(
        ({ photographQueue }) => photographQueue().signedIn(person ?? ""),
        () => undefined, // the network is gone: they go out on the next visit
      );
    }, 1_000);
    return () => clearTimeout(timer);
  }, [person]);
}
