import { useLocalSearchParams } from 'expo-router';
import { CorrectIngredientScreen } from '~/features/formScreens';

export default function Ingredient() {
  const { key } = useLocalSearchParams<{ key: string }>();
  return <CorrectIngredientScreen ingredientKey={key} />;
}
