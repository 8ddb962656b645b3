/** Everybody's payslips as one PDF: before sign-off as they would be, after it as they were made. */
export const AllSlips = ({ runId }: { runId: number }) => (
  <a className="text-action underline" href={`/api/runs/${runId}/payslips.pdf?of=all`} target="_blank" rel="noreferrer">
    All payslips as one PDF
  </a>
);
