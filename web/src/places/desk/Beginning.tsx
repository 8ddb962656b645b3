/** The desk of an installation without a business: begin with one's own, or look around in one that is made up. */
import { Link, useNavigate } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { PlayOffer } from "../../parts/PlayOffer.tsx";

export function Beginning() {
  const navigate = useNavigate();
  return (
    <div className="grid max-w-5xl grid-cols-2 gap-10 max-[760px]:grid-cols-1">
      <section aria-labelledby="own">
        <h2 id="own" className="font-name text-[21px]">
          Your first business
        </h2>
        <ol className="mt-2 mb-4 list-decimal pl-5 leading-7">
          <li>Its name and number, the account that pays, and how often people are paid.</li>
          <li>Its people: typed, pasted from a list, or from a file.</li>
          <li>The first pay run, from hours to payslips.</li>
        </ol>
        <p className="mb-4 text-quiet">
          About ten minutes with three people. Have the ABN or IRD number, tax numbers and bank accounts at hand; what
          is missing can follow, and the desk says what comes next.
        </p>
        <Button look="main" onClick={() => void navigate("/set-up/new-business")}>
          Add your business
        </Button>
      </section>
      <div className="border-l border-rule pl-10 max-[760px]:border-l-0 max-[760px]:pl-0">
        <PlayOffer title="Look around first" />
      </div>
      <p className="col-span-full border-t border-rule pt-3 text-quiet">
        Moving in from another installation?{" "}
        <Link className="text-action underline" to="/set-up/new-business">
          Take in the file of a business
        </Link>
        .
      </p>
    </div>
  );
}
