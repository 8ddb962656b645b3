/** Where this user is signed in, and ending what should not be. */
import { Block } from "../../parts/Block.tsx";
import { Button } from "../../parts/Button.tsx";
import { moment } from "../../parts/format.ts";
import { usersApi } from "../../state/usersApi.ts";

export function Sessions() {
  const { data = [] } = usersApi.useOwnSessionsQuery(undefined, { refetchOnMountOrArgChange: true });
  const [end] = usersApi.useEndSessionMutation();
  return (
    <Block title="Signed in">
      {data.map((each) => (
        <p key={each.id} className="flex items-baseline gap-6 border-b border-rule py-1.5">
          <span className="flex-1">
            {each.from}
            {each.current && <span className="ml-2 text-leaf">this one</span>}
          </span>
          <span className="text-quiet">
            since {moment(each.beganAt)}, last used {moment(each.seenAt)}
          </span>
          <span className="w-24 text-right">
            {!each.current && (
              <Button look="quiet" onClick={() => void end(each.id)}>
                End it
              </Button>
            )}
          </span>
        </p>
      ))}
    </Block>
  );
}
