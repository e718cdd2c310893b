import { REMARK_WORDS } from '@/core/index.ts';

/** What a verdict adds in words, under the line of the tape. */
export function Remarks({ remarks }: { remarks: readonly string[] }) {
  return remarks.map((remark) => (
    <p key={remark} className="text-[0.9rem] leading-snug font-semibold">
      {REMARK_WORDS[remark] ?? remark}
    </p>
  ));
}
