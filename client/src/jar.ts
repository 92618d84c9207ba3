export const Jar = 'jar';
