/** The way to what is older than a list shows; nothing when all of it is there. */
import { Button } from "./Button.tsx";

interface Props {
  shown: number;
  most: number;
  onMore: (most: number) => void;
}

export const Older = ({ shown, most, onMore }: Props) =>
  shown < most ? null : (
    <Button className="mt-3" onClick={() => onMore(most * 2)}>
      Show older
    </Button>
  );
