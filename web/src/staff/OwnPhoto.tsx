/** The own photo, taken with the phone or chosen; the employer sees it beside the name. */
import type { StaffPage } from "@zesty/contract/staff";
import { type ChangeEvent, useState } from "react";
import { readPhoto } from "../parts/photo.ts";
import { call } from "./call.ts";

export function OwnPhoto({ page, onPage }: { page: StaffPage; onPage: (page: StaffPage) => void }) {
  const [said, setSaid] = useState<string | null>(null);
  const at = `/staff/${page.personId}/photo`;
  const send = async (method: "PUT" | "DELETE", body?: object) => {
    const { data, fault } = await call<StaffPage>(method, at, body);
    setSaid(fault?.detail ?? null);
    if (data) onPage(data);
  };
  const choose = async (event: ChangeEvent<HTMLInputElement>) => {
    const [file] = event.target.files ?? [];
    event.target.value = "";
    if (!file) return;
    const read = await readPhoto(file);
    if ("fault" in read) setSaid(read.fault);
    else await send("PUT", read);
  };
  return (
    <div className="flex items-center gap-4 border-b border-rule py-2">
      {page.photo && (
        <img
          className="size-16 rounded-(--radius) object-cover"
          src={`/api${at}?at=${encodeURIComponent(page.photo)}`}
          alt="You, as your employer sees you"
        />
      )}
      <label className="cursor-pointer py-2 text-action has-focus-visible:outline-2">
        {page.photo ? "Change your photo" : "Add a photo of you"}
        <input type="file" accept="image/jpeg,image/png" className="sr-only" onChange={(event) => void choose(event)} />
      </label>
      {page.photo && (
        <button type="button" className="py-2 text-action" onClick={() => void send("DELETE")}>
          Take it out
        </button>
      )}
      {said && (
        <p role="alert" className="text-plum">
          {said}
        </p>
      )}
    </div>
  );
}
