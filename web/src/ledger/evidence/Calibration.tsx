import EvidencePage from "./EvidencePage";

/** Whether people's figures agree, for those who may see it. */
export default function Calibration() {
  return <EvidencePage calibration />;
}
