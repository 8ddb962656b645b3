/** The photo at the head of a person's page: put in, changed and taken out there. */
import type { PersonView } from "@zesty/contract/people";
import { type ChangeEvent, useRef, useState } from "react";
import { Button } from "../../parts/Button.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { readPhoto } from "../../parts/photo.ts";
import { peopleApi } from "../../state/peopleApi.ts";

export function PersonPhoto({ person }: { person: PersonView }) {
  const [save, saved] = peopleApi.useSavePhotoMutation();
  const [remove, removed] = peopleApi.useRemovePhotoMutation();
  const [fault, setFault] = useState<string | null>(null);
  const fileRef = useRef<HTMLInputElement>(null);
  const name = `${person.details.givenName} ${person.details.familyName}`;
  const choose = async (event: ChangeEvent<HTMLInputElement>) => {
    const [file] = event.target.files ?? [];
    // The same file may be chosen again after it was mended.
    event.target.value = "";
    if (!file) return;
    const read = await readPhoto(file);
    setFault("fault" in read ? read.fault : null);
    if ("picture" in read) await save({ person: person.id, picture: read.picture });
  };
  return (
    <div className="flex items-center gap-3 text-[14px]">
      {person.photo && (
        <img
          className="size-16 rounded-(--radius) border border-rule-strong object-cover"
          src={`/api/people/${person.id}/photo?at=${encodeURIComponent(person.photo)}`}
          alt={name}
        />
      )}
      <span className="flex flex-col items-start">
        <input
          ref={fileRef}
          type="file"
          accept="image/jpeg,image/png"
          aria-label="Photo"
          className="sr-only"
          tabIndex={-1}
          onChange={(event) => void choose(event)}
        />
        <Button look="quiet" onClick={() => fileRef.current?.click()}>
          {person.photo ? "Change the photo" : "Add a photo"}
        </Button>
        {person.photo && (
          <Button look="quiet" onClick={() => void remove(person.id)}>
            Take it out
          </Button>
        )}
        {fault && (
          <span role="alert" className="max-w-72 text-plum">
            {fault}
          </span>
        )}
        <ProblemNote error={saved.error ?? removed.error} />
      </span>
    </div>
  );
}
