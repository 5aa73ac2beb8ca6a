export { isMessage, message, type Message, type MessageValue, type Text } from './message.ts';
