import { useDesk } from "../../sheet/desk";
import { PictureList } from "./PictureList";

/** All pictures of the job. */
export function PictureSheet() {
  const { id } = useDesk();
  return (
    <section aria-label="Pictures" className="card p-4">
      <h2 className="text-base">Pictures</h2>
      <p className="text-sm text-soft">
        JPEG or PNG. Kept smaller, and without the place where they were taken.
      </p>
      <PictureList id={id} shows="" />
    </section>
  );
}
