import { TextButton } from "../ui/Button";

interface Props {
  /** Whether what stands is as we made it. */
  is: boolean;
  /** What we made it, in words. */
  words: string;
  source: string;
  onBack: () => void;
}

/** Says of a choice that it is the default and where that comes from; or leads back to it. */
export function Default({ is, words, source, onBack }: Props) {
  return is ? (
    <>default, {source}</>
  ) : (
    <TextButton onPress={onBack} aria-label={`Back to ${words}, the default`}>
      back to {words} ({source})
    </TextButton>
  );
}
