import { Text } from 'react-native';
import { predict } from '@humble-churn/core';
import { ROUTES } from '@humble-churn/contract';
import { Jar } from '~/jar';
export default function Now() { return <Text>{String(predict)}{String(ROUTES)}{Jar}</Text>; }
