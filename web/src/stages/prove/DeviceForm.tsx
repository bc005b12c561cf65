import { useState } from "react";
import { ApiError } from "../../api/client";
import { Button } from "../../ui/Button";
import { askDevice, useMeterAddress } from "./meter";

/** What a device can be asked with one touch. */
const QUESTIONS = [
  { label: "Tester: sequence", commands: ["FUNC:SEQ?"] },
  { label: "Module: faults", commands: ["FAUL?"] },
  { label: "Module: clear faults", commands: ["FAUL:CLE", "FAUL?"] },
  { label: "Module: coding", commands: ["COD?"] },
];

/** Meter, lamp tester and body module on the network: where they are, and what they say. */
export function DeviceForm() {
  const [address, setAddress] = useMeterAddress();
  const [typed, setTyped] = useState(address);
  const [other, setOther] = useState("127.0.0.1:5026");
  const [command, setCommand] = useState("");
  const [said, setSaid] = useState<string[]>([]);
  const ask = async (of: string, commands: string[]) => {
    try {
      const answer = await askDevice(of, commands);
      setSaid([answer.identity, ...answer.answers.flatMap((a) => a.split(/[,|]/))]);
    } catch (e) {
      setSaid([e instanceof ApiError ? e.problem.detail : "No answer."]);
    }
  };
  return (
    <details className="card p-3">
      <summary className="min-h-11 cursor-pointer font-semibold">Meter and other devices</summary>
      <div className="space-y-3 pt-2">
        <p className="text-sm text-soft">
          Devices that speak SCPI over TCP. Stand-ins: jovek sim meter, tester or module, with the
          job file.
        </p>
        <form
          className="flex flex-wrap items-end gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            setAddress(typed.trim());
            if (typed.trim()) ask(typed.trim(), []);
            else setSaid(["Readings are typed."]);
          }}
        >
          <label>
            <span className="block text-sm text-soft">Meter</span>
            <input
              className="field min-h-[44px]"
              placeholder="127.0.0.1:5025"
              value={typed}
              onChange={(e) => setTyped(e.target.value)}
            />
          </label>
          <Button type="submit" className="min-h-[44px]">
            Use this meter
          </Button>
        </form>
        <div className="flex flex-wrap items-end gap-2">
          <label>
            <span className="block text-sm text-soft">Tester or module</span>
            <input
              className="field min-h-[44px]"
              value={other}
              onChange={(e) => setOther(e.target.value)}
            />
          </label>
          {QUESTIONS.map((q) => (
            <Button
              key={q.label}
              className="min-h-[44px]"
              onClick={() => ask(other.trim(), q.commands)}
            >
              {q.label}
            </Button>
          ))}
        </div>
        <form
          className="flex flex-wrap items-end gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            if (command.trim()) ask(other.trim(), [command.trim()]);
          }}
        >
          <label>
            <span className="block text-sm text-soft">Command</span>
            <input
              className="field min-h-[44px] font-mono"
              placeholder="COD:SET 6"
              value={command}
              onChange={(e) => setCommand(e.target.value)}
            />
          </label>
          <Button type="submit" className="min-h-[44px]">
            Send
          </Button>
        </form>
        <ul role="status" className="font-reading text-sm">
          {said.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      </div>
    </details>
  );
}
