import { IngredientScreen } from '~/features/formScreens';

export default function NewIngredient() {
  return <IngredientScreen />;
}
