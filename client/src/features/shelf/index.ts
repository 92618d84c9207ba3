export { SmallJar } from './SmallJar';
