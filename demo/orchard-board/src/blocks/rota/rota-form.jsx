import { RoundButton } from "../../kit/round-button";
import { TextLine } from "../../kit/text-line";
import { sendNote } from "../../plumbing/send-note";

export function RotaForm() {
  return (
    <form onSubmit={() => sendNote("shift")}>
      <TextLine label="Title" />
      <RoundButton label="Pin it up" />
    </form>
  );
}
