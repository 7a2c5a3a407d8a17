import { Mark } from "../../ui/Mark";
import { SignInForm } from "./SignInForm";

export function SignInPage() {
  return (
    <main className="grid min-h-dvh place-items-center px-4">
      <div className="w-full max-w-[22rem]">
        <div className="mb-8 flex items-center gap-3 text-xl">
          <Mark />
          <h1 className="font-semibold">Sign in to Ryokan</h1>
        </div>
        <SignInForm />
      </div>
    </main>
  );
}
