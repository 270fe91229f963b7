using System.Text.Json;
using Fluid;
using Fluid.Values;

namespace SideLamp.Core.Events;

/// <summary>JSON as placeholders see it: members by their names, lists by their place, from 0.</summary>
internal sealed class JsonWords(JsonElement members) : IFluidIndexable
{
    /// <summary>As many entries of a list as a loop may have steps.</summary>
    private const int MostEntries = 1000;

    public int Count => members.GetPropertyCount();

    public IEnumerable<string> Keys => members.EnumerateObject().Select(member => member.Name);

    public static FluidValue Of(JsonElement value) =>
        value.ValueKind switch
        {
            JsonValueKind.Object => new DictionaryValue(new JsonWords(value)),
            JsonValueKind.Array => new ArrayValue(value.EnumerateArray().Take(MostEntries).Select(Of).ToList()),
            JsonValueKind.String => new StringValue(value.GetString()!),
            // What is no number that can be reckoned with is the words that it was written in.
            JsonValueKind.Number => value.TryGetDecimal(out var number) ? NumberValue.Create(number) : new StringValue(value.GetRawText()),
            JsonValueKind.True => BooleanValue.True,
            JsonValueKind.False => BooleanValue.False,
            _ => NilValue.Instance,
        };

    public bool TryGetValue(string name, out FluidValue value)
    {
        value = members.TryGetProperty(name, out var member) ? Of(member) : NilValue.Instance;
        return !value.IsNil();
    }
}
