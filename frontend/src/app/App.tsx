import { QueryClientProvider, useQuery } from "@tanstack/react-query";
import { BrowserRouter, Navigate, Route, Routes } from "react-router";
import { queryClient, sessionQuery } from "../api/queries";
import { AccountPage } from "../features/account/AccountPage";
import { InvitationPage } from "../features/account/InvitationPage";
import { ComparePage } from "../features/compare/ComparePage";
import { JobsPage } from "../features/jobs/JobsPage";
import { PartsPage } from "../features/parts/PartsPage";
import { RigPage } from "../features/rig/RigPage";
import { ShopPage } from "../features/shop/ShopPage";
import { CautionDialog } from "../features/sign-in/CautionDialog";
import { SignInPage } from "../features/sign-in/SignInPage";
import { SourcesPage } from "../features/sources/SourcesPage";
import { Failed, Waiting } from "../ui/states";

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
  if (session.isPending) return <Waiting what="Ryokan" slow={session.failureCount > 0} />;
  if (session.isError) return <Failed error={session.error} retry={() => void session.refetch()} />;
  const { person, caution } = session.data;
  if (!person) return <SignInPage />;
  return (
    <>
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
