/** A block whose list grows by a form: the button stands at its head until the form is open. */
import { type ReactNode, useState } from "react";
import { Block } from "./Block.tsx";
import { Button } from "./Button.tsx";

interface Props {
  title: string;
  word?: string;
  form: (done: () => void) => ReactNode;
  children: ReactNode;
}

export function GrowingBlock({ title, word = "Add one", form, children }: Props) {
  const [adding, setAdding] = useState(false);
  return (
    <Block
      title={title}
      action={
        !adding && (
          <Button look="quiet" onClick={() => setAdding(true)}>
            {word}
          </Button>
        )
      }
    >
      {adding && form(() => setAdding(false))}
      {children}
    </Block>
  );
}
