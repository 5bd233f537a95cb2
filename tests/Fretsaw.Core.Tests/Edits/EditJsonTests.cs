using System.Reflection;
using System.Text.Json.Serialization;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Handling;

namespace Fretsaw.Core.Tests;

/// <summary>What is left out when it is written may be missing when it is read.</summary>
public class EditJsonTests
{
    public static TheoryData<Type> Kinds => [.. new[] { typeof(Edit), typeof(Wish) }
        .SelectMany(basis => basis.GetCustomAttributes<JsonDerivedTypeAttribute>())
        .Select(kind => kind.DerivedType)];

    [Theory]
    [MemberData(nameof(Kinds))]
    public void Nothing_that_may_be_null_is_demanded(Type kind)
    {
        var nullability = new NullabilityInfoContext();
        Assert.DoesNotContain(
            kind.GetConstructors().SelectMany(constructor => constructor.GetParameters()),
            parameter => nullability.Create(parameter).WriteState == NullabilityState.Nullable && !parameter.HasDefaultValue);
    }
}
