export default function NotFound() {
  return (
    <main className="mx-auto max-w-2xl p-8">
      <h1 className="text-[1.9rem] font-extrabold">Nothing here</h1>
      <p className="mt-2 text-[1.1rem]">There is no such job or page. It may have been typed wrongly.</p>
      <a
        href="/"
        className="mt-4 inline-flex min-h-tap items-center border-2 border-iron bg-iron px-4 font-bold text-on-iron"
      >
        Back to the floor
      </a>
    </main>
  );
}
