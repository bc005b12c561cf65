import { DropdownMenu } from "radix-ui";
import { type ReactNode, useId } from "react";
import { useDesk } from "../sheet/desk";
import { setAt } from "../sheet/path";
import { AROUND, choices, keyOf, kindOf, type Wish } from "./pieces";

/** When a circuit is lit, built from pieces and shown back as one sentence. */
export function WishEditor({ circuit }: { circuit: number }) {
  const { job, answers, edit, problem } = useDesk();
  const here = job.circuits?.[circuit];
  if (!here) return null;
  const at = `circuits[${circuit}].lit` as const;
  const sentence = answers.circuits.find((c) => c.id === here.id)?.wish_text;
  const fault = problem?.faults?.find((f) => f.path.startsWith(at));
  return (
    <section aria-label="When it is lit" className="space-y-2">
      <h3 className="text-sm text-soft">Lit</h3>
      <Piece
        wish={here.lit ?? "own_switch"}
        change={(wish) => edit((j) => setAt(j, at, wish))}
        label="Lit"
      />
      {fault ? (
        <p role="alert" className="text-sm text-rust">
          {fault.what}
        </p>
      ) : (
        <p role="status" className="font-semibold" data-testid="wish-sentence">
          {sentence}
        </p>
      )}
    </section>
  );
}

interface PieceProps {
  wish: Wish;
  change: (wish: Wish) => void;
  /** Takes this piece out of the list that it stands in. */
  remove?: () => void;
  label: string;
}

function Piece(props: PieceProps) {
  const { wish, change, label } = props;
  const kind = kindOf(wish);
  if (keyOf(wish)) return <Leaf {...props} />;
  if (typeof wish === "string") return null;
  if ("any" in wish || "all" in wish) return <List {...props} />;
  if ("not" in wish)
    return (
      <Frame {...props} inner={wish.not} word="not">
        <Piece wish={wish.not} change={(not) => change({ not })} label={`${label}, not`} />
      </Frame>
    );
  if ("only_while" in wish) {
    const { lit, while: condition } = wish.only_while;
    return (
      <Frame {...props} inner={lit}>
        <Piece
          wish={lit}
          change={(lit) => change({ only_while: { lit, while: condition } })}
          label={label}
        />
        <Word>only while</Word>
        <Piece
          wish={condition}
          change={(w) => change({ only_while: { lit, while: w } })}
          label={`${label}, only while`}
        />
      </Frame>
    );
  }
  if ("after" in wish) {
    const { lit, seconds } = wish.after;
    return (
      <Frame {...props} inner={lit}>
        <Piece wish={lit} change={(lit) => change({ after: { lit, seconds } })} label={label} />
        <label className="flex items-center gap-2 text-sm">
          and for
          <input
            type="number"
            min={1}
            max={7200}
            className="field w-24 font-reading"
            value={seconds}
            aria-label={`${label}, seconds after`}
            onChange={(e) => change({ after: { lit, seconds: Number(e.target.value) } })}
          />
          s after
        </label>
      </Frame>
    );
  }
  if ("until_low" in wish)
    return (
      <Frame {...props} inner={wish.until_low}>
        <Piece wish={wish.until_low} change={(until_low) => change({ until_low })} label={label} />
        <Word>until the battery is low</Word>
      </Frame>
    );
  if ("held" in wish) {
    const { from, until } = wish.held;
    return (
      <Frame {...props} inner={from} word="from the moment">
        <Piece wish={from} change={(from) => change({ held: { from, until } })} label={label} />
        <Word>until</Word>
        <Piece
          wish={until}
          change={(until) => change({ held: { from, until } })}
          label={`${label}, until`}
        />
      </Frame>
    );
  }
  return <p>{kind}</p>;
}

function Word({ children }: { children: ReactNode }) {
  return <p className="text-sm text-soft">{children}</p>;
}

/** One signal or switch. */
function Leaf({ wish, change, remove, label }: PieceProps) {
  const { job, catalog } = useDesk();
  const id = useId();
  const groups = choices(job, catalog.signals);
  const key = keyOf(wish);
  const known = groups.some((g) => g.list.some((c) => c.key === key));
  return (
    <div className="flex gap-1">
      <label htmlFor={id} className="sr-only">
        {label}
      </label>
      <select
        id={id}
        className="field min-w-0 flex-1"
        value={key}
        onChange={(e) => {
          const found = groups.flatMap((g) => g.list).find((c) => c.key === e.target.value);
          if (found) change(found.wish);
        }}
      >
        {!known && <option value={key}>a switch that was removed</option>}
        {groups.map((g) => (
          <optgroup key={g.heading} label={g.heading}>
            {g.list.map((c) => (
              <option key={c.key} value={c.key}>
                {c.label}
              </option>
            ))}
          </optgroup>
        ))}
      </select>
      <More wish={wish} change={change} remove={remove} label={label} />
    </div>
  );
}

/** Several pieces of which one must hold, or all. */
function List({ wish, change, remove, label }: PieceProps) {
  if (typeof wish === "string" || !("any" in wish || "all" in wish)) return null;
  const isAny = "any" in wish;
  const list = "any" in wish ? wish.any : wish.all;
  const put = (next: Wish[]) => change(isAny ? { any: next } : { all: next });
  return (
    <div className="space-y-1 rounded border border-line p-2">
      <div className="flex gap-1">
        <select
          className="field min-w-0 flex-1"
          aria-label={`${label}, how they go together`}
          value={isAny ? "any" : "all"}
          onChange={(e) => change(e.target.value === "any" ? { any: list } : { all: list })}
        >
          <option value="any">with any of these</option>
          <option value="all">with all of these</option>
        </select>
        <More wish={wish} change={change} remove={remove} label={`${label}, group`} />
      </div>
      {list.map((piece, i) => (
        <Piece
          key={i}
          wish={piece}
          change={(p) => put(list.map((old, k) => (k === i ? p : old)))}
          remove={() => {
            const left = list.filter((_, k) => k !== i);
            const [only] = left;
            if (left.length === 1 && only) change(only);
            else put(left);
          }}
          label={`${label} ${i + 1}`}
        />
      ))}
      <button
        type="button"
        className="min-h-9 text-sm text-spruce underline underline-offset-2"
        onClick={() => put([...list, { with: "parking" }])}
      >
        {isAny ? "or one more" : "and one more"}
      </button>
    </div>
  );
}

function Frame({
  inner,
  word,
  children,
  ...props
}: PieceProps & { inner: Wish; word?: string; children: ReactNode }) {
  return (
    <div className="space-y-1 rounded border border-line p-2">
      <div className="flex items-center">
        <Word>{word ?? ""}</Word>
        <span className="ml-auto">
          <More {...props} label={`${props.label}, this condition`} unwrap={inner} />
        </span>
      </div>
      {children}
    </div>
  );
}

/** What can be done with a piece. */
function More({ wish, change, remove, label, unwrap }: PieceProps & { unwrap?: Wish }) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        aria-label={`${label}: more conditions`}
        className="min-h-9 min-w-9 rounded border border-line"
      >
        +
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" className="card z-50 min-w-56 p-1 shadow-lg">
          {AROUND.map((a) => (
            <Item key={a.label} run={() => change(a.wrap(wish))}>
              {a.label}
            </Item>
          ))}
          {unwrap !== undefined && <Item run={() => change(unwrap)}>Remove this condition</Item>}
          {remove && <Item run={remove}>Remove</Item>}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

function Item({ run, children }: { run: () => void; children: ReactNode }) {
  return (
    <DropdownMenu.Item
      onSelect={run}
      className="flex min-h-9 cursor-pointer items-center rounded px-3 data-[highlighted]:bg-spruce data-[highlighted]:text-on-spruce"
    >
      {children}
    </DropdownMenu.Item>
  );
}
