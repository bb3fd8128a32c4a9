import { useQuery } from "@tanstack/react-query";
import { ChangePassword } from "../kit/ChangePassword";
import { PageTitle, Trouble, Waiting } from "../kit/parts";
import { asks } from "../kit/queries";
import { useAccount, useSession } from "../kit/session";
import { Clubs } from "./Clubs";
import { Passkeys } from "./Passkeys";
import { SignIns } from "./SignIns";
import { TimeCodes } from "./TimeCodes";

/** One's own account: password, passkeys, time codes, where one is signed in, and one's clubs. */
export default function AccountPlace() {
  const mine = useQuery(asks.mine());
  const account = useAccount();
  const clubs = useSession().data?.clubs ?? [];
  if (mine.isPending) return <Waiting what="your account" />;
  if (mine.error) return <Trouble error={mine.error} />;
  return (
    <>
      <PageTitle>Your account</PageTitle>
      <p className="mb-4 text-ink-soft">
        {account.name}, {mine.data.email}
      </p>
      <div className="grid items-start gap-4 lg:grid-cols-2">
        <div className="grid gap-4">
          <ChangePassword />
          <Passkeys mine={mine.data} />
          <TimeCodes mine={mine.data} />
        </div>
        <div className="grid gap-4">
          <SignIns mine={mine.data} />
          <Clubs clubs={clubs} />
        </div>
      </div>
    </>
  );
}
