// What a program that changes links at random has in common for all models: see cpp_behaviour_test.go.
#include <algorithm>
#include <any>
#include <chrono>
#include <compare>
#include <cstddef>
#include <cstdint>
#include <cstdlib>
#include <iostream>
#include <memory>
#include <optional>
#include <random>
#include <stdexcept>
#include <string>
#include <string_view>
#include <unordered_map>
#include <utility>
#include <vector>

// An object that was made. It is held by the program, or by a whole.
struct Object {
    int kind;
    void* self;
    const void* whole; // the object as such, whatever it is seen as
    bool held = true;
    bool used = false;
};

inline std::vector<std::unique_ptr<Object>> objects;
inline std::unordered_map<const void*, Object*> by_address;
inline std::mt19937 random_bits(12345);
inline long did = 0;
inline long refused = 0;

inline std::size_t chance(std::size_t n) { return random_bits() % n; }

template <typename T>
T pick(const std::vector<T>& list) { return list[chance(list.size())]; }

void parts(const Object& o, std::vector<const void*>& out);
void destroy(const Object& o);
void step(const Object& o);
void check(const char* what);
void fill();

template <typename T>
const void* whole_of(const T* one) {
    if constexpr (std::is_polymorphic_v<T>) {
        return dynamic_cast<const void*>(one);
    } else {
        return one;
    }
}

template <typename T>
Object* know(int kind, T* made) {
    objects.push_back(std::make_unique<Object>(Object{kind, made, whole_of(made)}));
    by_address[objects.back()->whole] = objects.back().get();
    return objects.back().get();
}

inline Object* find(const void* one) {
    const auto at = by_address.find(one);
    return at == by_address.end() ? nullptr : at->second;
}

inline bool known(const void* one) { return find(one) != nullptr; }

// An object is gone, with what it holds.
inline void forget(const Object* gone) {
    by_address.erase(gone->whole);
    std::erase_if(objects, [gone](const auto& o) { return o.get() == gone; });
}

inline void collect(const Object& o, std::vector<const Object*>& out) {
    std::vector<const void*> held;
    parts(o, held);
    for (const void* x : held) {
        const Object* part = find(x);
        if (part == nullptr) {
            std::cerr << "a part is held that was never made\n";
            std::exit(1);
        }
        out.push_back(part);
        collect(*part, out);
    }
}

template <typename T>
std::vector<const T*> listed(const std::vector<T*>& list) { return {list.begin(), list.end()}; }

template <typename T>
std::vector<const T*> listed(const std::vector<std::unique_ptr<T>>& list) {
    std::vector<const T*> out;
    for (const auto& one : list) {
        out.push_back(one.get());
    }
    return out;
}

template <typename T>
std::vector<const T*> listed(T* const& one) { return one ? std::vector<const T*>{one} : std::vector<const T*>{}; }

template <typename T>
std::vector<const T*> listed(const std::unique_ptr<T>& one) { return one ? std::vector<const T*>{one.get()} : std::vector<const T*>{}; }

template <typename T, typename U>
std::size_t times(const std::vector<const T*>& list, const U* one) { return static_cast<std::size_t>(std::count(list.begin(), list.end(), one)); }

[[noreturn]] inline void wrong(const char* what, const char* end, const char* why) {
    std::cerr << what << ": " << end << ": " << why << "\n";
    std::exit(1);
}

template <typename F>
void tried(F call) {
    try {
        if (call()) {
            did++;
        }
    } catch (const std::logic_error& e) {
        if (std::string_view(e.what()).find("is not written") != std::string_view::npos) {
            throw;
        }
        refused++;
    }
}

int main(int, char** given) {
    fill();
    const long calls = std::atol(given[1]);
    for (long i = 0; i < calls && !objects.empty(); i++) {
        step(*objects[chance(objects.size())]);
        check("a call");
        if (i % 100 == 99) {
            std::vector<Object*> held;
            for (const auto& o : objects) {
                if (o->held) {
                    held.push_back(o.get());
                }
            }
            if (held.size() > 20) {
                const Object* gone = pick(held);
                std::vector<const Object*> with;
                collect(*gone, with);
                destroy(*gone);
                for (const Object* part : with) {
                    forget(part);
                }
                forget(gone);
                check("an object is gone");
            }
        }
    }
    std::cout << did << " calls did something, " << refused << " were refused, " << objects.size() << " objects\n";
    for (const auto& o : objects) {
        if (o->held) {
            destroy(*o);
        }
    }
    return 0;
}
