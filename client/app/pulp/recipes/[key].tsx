import { useLocalSearchParams } from 'expo-router';
import { PulpRecipeScreen } from '~/features/formScreens';

export default function PulpRecipe() {
  const { key } = useLocalSearchParams<{ key: string }>();
  return <PulpRecipeScreen recipeKey={key} />;
}
