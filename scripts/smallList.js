import { Component, createRef } from 'react';
import ScrollView from 'react-native-web/dist/exports/ScrollView';
import View from 'react-native-web/dist/exports/View';

/** A list of which every line is drawn (see metro.config.js). A class, since the gesture handler asks whether something is one. */
export default class SmallList extends Component {
  scroll = createRef();

  scrollToOffset({ offset, animated }) {
    this.scroll.current?.scrollTo({ y: offset, animated });
  }

  render() {
    const { data, renderItem, keyExtractor, numColumns = 1, style, testID } = this.props;
    const rows = [];
    for (let i = 0; i < data.length; i += numColumns) rows.push(data.slice(i, i + numColumns));
    return (
      <ScrollView ref={this.scroll} style={style} testID={testID}>
        {rows.map((row, r) => (
          <View key={r} style={{ flexDirection: 'row' }}>
            {row.map((item, c) => (
              <View key={keyExtractor ? keyExtractor(item, r * numColumns + c) : c} style={{ flex: 1 }}>
                {renderItem({ item, index: r * numColumns + c })}
              </View>
            ))}
          </View>
        ))}
      </ScrollView>
    );
  }
}
