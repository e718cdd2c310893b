import Link from 'next/link';

/** A job whose record this version cannot read: said, with the record as it is, and nothing else. */
export function UnreadRecord({ job, why }: { job: { readonly id: string; readonly number: number }; why: string }) {
  return (
    <main className="mx-auto max-w-3xl space-y-3 p-6">
      <h1 className="text-[1.7rem] leading-tight font-extrabold">Job {job.number} cannot be read by this version</h1>
      <p className="text-[1.1rem]">
        Its record is whole and stays as it was written: nothing of it was changed or thrown away. It was written by
        another version of Ridge Bolt, or something was put into it from outside.
      </p>
      <p className="bg-sheet p-3 font-mono text-[0.95rem] wrap-anywhere">{why}</p>
      <p className="flex flex-wrap items-center gap-4">
        <a
          href={`/api/jobs/${job.id}/case`}
          className="inline-flex min-h-tap items-center border-2 border-iron px-4 font-bold"
        >
          The record as a file
        </a>
        <Link href="/" className="flex min-h-tap items-center font-semibold underline underline-offset-4">
          Back to the floor
        </Link>
      </p>
    </main>
  );
}
