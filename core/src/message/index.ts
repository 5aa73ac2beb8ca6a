export {
  capitalIf,
  englishOf,
  isMessage,
  isText,
  joined,
  message,
  type Message,
  type MessageValue,
  type Text,
} from './message.ts';
