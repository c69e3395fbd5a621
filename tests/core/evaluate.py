"""Evaluate a shown line of working, so that tests can hold it against its value."""

import ast
import math
import operator

_OPERATORS = {
    ast.Add: operator.add,
    ast.Sub: operator.sub,
    ast.Mult: operator.mul,
    ast.Div: operator.truediv,
    ast.Pow: operator.pow,
}


_FUNCTIONS = {
    "sqrt": math.sqrt,
    "tanh": math.tanh,
    "arctan": math.atan,
    "exp": math.exp,
    "lg": math.log10,
}


def evaluate(inserted: str) -> float:
    """Return what a line with numbers in it comes to; knows + - * / ^ and a few functions."""

    def walk(node: ast.expr) -> float:
        match node:
            case ast.Constant(value=int() | float() as number):
                return float(number)
            case ast.BinOp(left=left, op=op, right=right):
                return _OPERATORS[type(op)](walk(left), walk(right))
            case ast.UnaryOp(op=ast.USub(), operand=operand):
                return -walk(operand)
            case ast.Call(func=ast.Name(id=name), args=[inner]) if name in _FUNCTIONS:
                return _FUNCTIONS[name](walk(inner))
        raise ValueError(ast.dump(node))

    return walk(ast.parse(inserted.replace("^", "**"), mode="eval").body)
