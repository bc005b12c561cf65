import type { JobPath } from "../sheet/jobPath";
import { setAt } from "../sheet/path";
import { useForm } from "../ui/form";

/** Ratings of fuses or relays that the shop keeps. None said stands for all that are made. */
export function KeptRatings({
  path,
  legend,
  ratings,
  said,
}: {
  path: JobPath;
  legend: string;
  ratings: number[];
  said: number[];
}) {
  const form = useForm();
  const kept = said.length > 0 ? said : ratings;
  const turn = (rating: number) => {
    const turned = kept.includes(rating) ? kept.filter((r) => r !== rating) : [...kept, rating];
    const isAll = turned.length === 0 || turned.length === ratings.length;
    form.edit((tree) => setAt(tree, path, isAll ? undefined : turned));
  };
  return (
    <fieldset>
      <legend className="text-sm text-soft">{legend}</legend>
      <div className="flex flex-wrap gap-x-4 gap-y-1">
        {ratings.map((rating) => (
          <label key={rating} className="flex min-h-9 items-center gap-1.5 font-reading text-sm">
            <input type="checkbox" checked={kept.includes(rating)} onChange={() => turn(rating)} />
            {rating} A
          </label>
        ))}
      </div>
    </fieldset>
  );
}
