import java.lang.reflect.Constructor;
import java.lang.reflect.Field;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;

/** Makes objects of generated classes, and changes their links at random: see behaviour_test.go. */
public class Behave {
    static class End {
        String label, type, field, get, set, add, remove, back;
        boolean many, backMany, hidden, owned, mandatory;
        int upper;
    }

    static class Kind {
        String in;
        String name;
        boolean isAbstract, disposes;
        String[] kinds;
        List<String[]> params = new ArrayList<>();
        List<End> ends = new ArrayList<>();
    }

    static final Map<String, Kind> byName = new HashMap<>();
    static final List<Kind> all = new ArrayList<>();
    static final List<Object> objects = new ArrayList<>();
    static final Map<Object, Kind> kindOf = new IdentityHashMap<>();
    static final Random random = new Random(12345);
    static String in;
    static int did, refused;

    public static void main(String[] args) throws Exception {
        in = args[0];
        int calls = Integer.parseInt(args[1]);
        for (String line : Files.readAllLines(Path.of(args[0], "spec.txt"))) {
            String[] f = line.split("\t", -1);
            if (f[0].equals("C")) {
                Kind k = new Kind();
                k.name = f[1];
                k.isAbstract = f[2].equals("true");
                k.disposes = f[3].equals("true");
                k.kinds = f[4].split(",");
                k.in = f[5];
                byName.put(k.name, k);
                all.add(k);
            } else if (f[0].equals("P")) {
                all.get(all.size() - 1).params.add(f);
            } else {
                End e = new End();
                e.label = f[1];
                e.type = f[2];
                e.field = f[3];
                e.get = f[4];
                e.set = f[5];
                e.add = f[6];
                e.remove = f[7];
                e.back = f[8];
                e.many = f[9].equals("true");
                e.backMany = f[10].equals("true");
                e.hidden = f[11].equals("true");
                e.owned = f[12].equals("true");
                e.mandatory = f[13].equals("true");
                e.upper = Integer.parseInt(f[14]);
                all.get(all.size() - 1).ends.add(e);
            }
        }
        for (int i = 0; i < 40 && !all.isEmpty(); i++) {
            Kind k = all.get(random.nextInt(all.size()));
            if (!k.isAbstract) {
                make(k, 0);
            }
        }
        for (int i = 0; i < calls && !objects.isEmpty(); i++) {
            step(i);
        }
        System.out.println(did + " calls did something, " + refused + " were refused, " + objects.size() + " objects");
    }

    static void step(int i) throws Exception {
        Object o = objects.get(random.nextInt(objects.size()));
        List<End> ends = new ArrayList<>();
        for (End e : endsOf(o)) {
            if (!e.hidden) {
                ends.add(e);
            }
        }
        if (ends.isEmpty()) {
            return;
        }
        End e = ends.get(random.nextInt(ends.size()));
        List<Object> there = kindsOf(e.type);
        Object one = there.isEmpty() ? null : there.get(random.nextInt(there.size()));
        String what = e.many ? e.add : e.set;
        if (random.nextInt(3) == 0) {
            if (e.many) {
                List<Object> linked = linked(o, e.field, true);
                if (linked.isEmpty()) {
                    return;
                }
                what = e.remove;
                one = linked.get(random.nextInt(linked.size()));
            } else if (e.mandatory) {
                return;
            } else {
                one = null;
            }
        } else if (one == null) {
            return;
        }
        try {
            Object changed = method(o, what).invoke(o, one);
            if (!Boolean.FALSE.equals(changed)) {
                did++;
            }
        } catch (InvocationTargetException wrong) {
            refused(wrong);
        }
        check(e.label + "." + what);
        if (i % 500 == 499) {
            Object gone = objects.get(random.nextInt(objects.size()));
            if (kindOf.get(gone).disposes) {
                method(gone, "dispose").invoke(gone);
                check("dispose");
                for (End x : endsOf(gone)) {
                    if (!linked(gone, x.field, x.many).isEmpty()) {
                        throw new IllegalStateException(x.label + " is linked after it was disposed of");
                    }
                }
                method(gone, "validate").invoke(gone);
            }
        }
    }

    static void refused(InvocationTargetException wrong) throws Exception {
        if (!wrong.getCause().getClass().getSimpleName().equals("Refused")) {
            throw wrong;
        }
        refused++;
    }

    static Method method(Object o, String name) throws Exception {
        for (Method m : o.getClass().getMethods()) {
            if (m.getName().equals(name) && !m.isBridge()) {
                return m;
            }
        }
        throw new NoSuchMethodException(o.getClass() + "." + name);
    }

    static Object make(Kind k, int depth) throws Exception {
        Constructor<?> made = Class.forName(in + k.in + "." + k.name).getConstructors()[0];
        Object[] given = new Object[k.params.size()];
        for (int i = 0; i < given.length; i++) {
            String[] p = k.params.get(i);
            if (p[3].equals("class")) {
                List<Object> there = kindsOf(p[2]);
                if (!there.isEmpty() && random.nextInt(3) > 0) {
                    given[i] = there.get(random.nextInt(there.size()));
                }
                for (Kind c : all) {
                    if (given[i] == null && depth < 6 && !c.isAbstract && List.of(c.kinds).contains(p[2])) {
                        given[i] = make(c, depth + 1);
                    }
                }
                if (given[i] == null) {
                    return null;
                }
            } else if (made.getParameterTypes()[i] == long.class) {
                given[i] = 7L;
            } else if (made.getParameterTypes()[i] == boolean.class) {
                given[i] = true;
            }
        }
        Object o;
        try {
            o = made.newInstance(given);
        } catch (InvocationTargetException wrong) {
            refused(wrong);
            return null;
        }
        objects.add(o);
        kindOf.put(o, k);
        return o;
    }

    static List<Object> kindsOf(String name) {
        List<Object> out = new ArrayList<>();
        for (Object o : objects) {
            if (List.of(kindOf.get(o).kinds).contains(name)) {
                out.add(o);
            }
        }
        return out;
    }

    static List<End> endsOf(Object o) {
        List<End> out = new ArrayList<>();
        for (String k : kindOf.get(o).kinds) {
            out.addAll(byName.get(k).ends);
        }
        return out;
    }

    static final Map<String, Field> fields = new HashMap<>();

    static List<Object> linked(Object o, String name, boolean many) throws Exception {
        Field found = fields.get(o.getClass().getName() + " " + name);
        for (Class<?> c = o.getClass(); found == null; c = c.getSuperclass()) {
            for (Field f : c.getDeclaredFields()) {
                if (f.getName().equals(name)) {
                    f.setAccessible(true);
                    found = f;
                }
            }
        }
        fields.put(o.getClass().getName() + " " + name, found);
        List<Object> out = new ArrayList<>();
        Object value = found.get(o);
        if (many) {
            out.addAll((List<?>) value);
        } else if (value != null) {
            out.add(value);
        }
        return out;
    }

    static int times(List<Object> list, Object one) {
        int n = 0;
        for (Object o : list) {
            n += o == one ? 1 : 0;
        }
        return n;
    }

    static void check(String what) throws Exception {
        for (Object o : objects) {
            int wholes = 0;
            for (End e : endsOf(o)) {
                List<Object> there = linked(o, e.field, e.many);
                if (e.upper >= 0 && there.size() > e.upper) {
                    throw new IllegalStateException(what + ": " + e.label + " has " + there.size());
                }
                wholes += e.owned ? there.size() : 0;
                if (e.back.isEmpty()) {
                    continue;
                }
                for (Object one : there) {
                    if (!kindOf.containsKey(one)) {
                        throw new IllegalStateException(what + ": " + e.label + " leads to what was never made");
                    }
                    if (times(there, one) != times(linked(one, e.back, e.backMany), o)) {
                        throw new IllegalStateException(what + ": the ends of " + e.label + " do not agree");
                    }
                }
            }
            if (wholes > 1) {
                throw new IllegalStateException(what + ": a part is in " + wholes + " wholes");
            }
        }
    }
}
