import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';

/** The question every cook asks, answered where it comes up. */
export function WhyNotAWeek() {
  const [open, setOpen] = useState(false);
  return (
    <>
      <View style={styles.row}>
        <Button
          label={open ? 'Why not a week: hide' : 'Why not a week?'}
          kind="quiet"
          onPress={() => setOpen(!open)}
        />
      </View>
      {open && (
        <AppText>
          Milk from a shop was heated and filled without germs; this was neither. What makes people ill can
          grow in the cold without a smell, slower below 4 °C and never not at all. Salt, a scalded jar or a
          good nose do not change that. Four days are the custom, five the most; what is meant for longer
          belongs in the freezer on the day it is made.
        </AppText>
      )}
    </>
  );
}

const styles = StyleSheet.create({ row: { alignItems: 'flex-start' } });
