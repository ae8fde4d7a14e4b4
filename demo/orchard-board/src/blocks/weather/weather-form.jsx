import { RoundButton } from "../../kit/round-button";
import { TextLine } from "../../kit/text-line";
import { sendNote } from "../../plumbing/send-note";

export function WeatherForm() {
  return (
    <form onSubmit={() => sendNote("day")}>
      <TextLine label="Title" />
      <RoundButton label="Pin it up" />
    </form>
  );
}
