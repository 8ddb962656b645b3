/** The own account: password, second factor, sessions. */
import { Page } from "../../parts/Page.tsx";
import { api } from "../../state/api.ts";
import { Password } from "./Password.tsx";
import { SecondFactor } from "./SecondFactor.tsx";
import { Sessions } from "./Sessions.tsx";

export function Account() {
  const { data: session } = api.useSessionQuery();
  if (!session?.user) return null;
  return (
    <Page title={session.user.name} aside={<p className="text-quiet">{session.user.email}</p>}>
      <div className="grid grid-cols-2 gap-x-10">
        <Password />
        <SecondFactor on={session.user.secondFactor} />
      </div>
      <Sessions />
    </Page>
  );
}
