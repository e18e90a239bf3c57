/**
 * Babel: a phrase becomes a plain call, phrase`a ${b}` → phrase(['a ', ''], b). React Compiler leaves
 * a whole component as it is where a tagged template stands in it, and it would be rendered anew at every tap.
 */
module.exports = ({ types: t }) => ({
  name: 'call-phrases',
  visitor: {
    Program: {
      // On entry, and so before React Compiler looks at the program.
      enter(program) {
        program.traverse({
          TaggedTemplateExpression(path) {
            const { tag, quasi } = path.node;
            if (!t.isIdentifier(tag, { name: 'phrase' })) return;
            const words = quasi.quasis.map((q) => t.stringLiteral(q.value.cooked));
            path.replaceWith(t.callExpression(tag, [t.arrayExpression(words), ...quasi.expressions]));
          },
        });
      },
    },
  },
});
