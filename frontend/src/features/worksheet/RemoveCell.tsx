import { useRig } from "./useRig";

/** The last cell of a row: takes the member away. */
export function RemoveCell({ name, path }: { name: string; path: string }) {
  const { edit, answer } = useRig();
  return (
    <td className="py-1.5">
      {answer.may_edit && (
        <button
          type="button"
          aria-label={`Remove ${name}`}
          className="touch h-[34px] w-8 text-soft hover:text-danger"
          onClick={() => void edit([{ op: "remove", path }])}
        >
          ×
        </button>
      )}
    </td>
  );
}
